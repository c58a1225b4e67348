using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.App.Demo;

/// <summary>What was measured in the demo shed over the years. All of it is made up.</summary>
internal static class DemoWear
{
    /// <summary>Three years of pads, disc, tread, chain, plugs and battery, and the spring trip that its chain will not survive.</summary>
    public static void Drumlin(DemoBook book, LocalDate today)
    {
        void Measured(string what, string title, string unit, params (int Back, decimal[] Values)[] readings)
        {
            foreach (var (back, values) in readings)
                book.Write(today.PlusDays(-back), new MeasurementTaken(what, title, [.. values], unit));
        }

        void Renewed(string task, int back, string? why = null) =>
            book.Write(today.PlusDays(-back), new TaskDone(task, Evidence.DoneHere, why));

        void Paid(string what, decimal amount, params int[] days)
        {
            foreach (var back in days)
                book.Write(today.PlusDays(-back), new CostPaid(what, Money.Of(amount)));
        }

        Paid("chain and sprockets", 148, 480);
        Paid("rear brake pads", 34.50m, 980, 590, 280);
        Paid("front brake pads, both sides", 61, 760);
        Renewed("chain.replace", 480, "rusted stiff over one salted winter");
        Measured(
            "chain-run",
            "Chain",
            "mm",
            (905, [318.5m, 318.6m, 318.4m]),
            (700, [320.0m, 320.1m, 319.8m]),
            (545, [321.4m, 321.6m, 321.2m]),
            (390, [318.2m, 318.1m, 318.2m]),
            (246, [319.3m, 319.4m, 319.2m]),
            (150, [320.2m, 320.3m, 320.1m]),
            (25, [321.4m, 321.5m, 321.2m])
        );
        Renewed("rear-pads.replace", 980);
        Renewed("rear-pads.replace", 590);
        Renewed("rear-pads.replace", 280, "the caliper's pins were dry, and one pad dragged");
        Measured(
            "rear-pads",
            "Rear brake pads",
            "mm",
            (980, [4.1m, 4.1m]),
            (838, [3.2m, 3.3m]),
            (700, [2.1m, 2.3m]),
            (590, [4.0m, 4.1m]),
            (480, [3.1m, 3.4m]),
            (360, [1.7m, 2.4m]),
            (280, [4.0m, 4.0m]),
            (212, [3.4m, 3.5m]),
            (121, [2.8m, 2.9m]),
            (25, [1.9m, 2.0m])
        );
        Renewed("front-pads.replace", 760);
        Measured("front-pads", "Front brake pads", "mm", (760, [4.5m, 4.5m]), (480, [3.8m, 3.9m]), (246, [3.2m, 3.3m]), (25, [2.6m, 2.7m]));
        Measured(
            "front-disc",
            "Front disc",
            "mm",
            (700, [4.93m, 4.94m, 4.93m]),
            (390, [4.87m, 4.88m, 4.88m]),
            (150, [4.83m, 4.84m, 4.82m]),
            (25, [4.80m, 4.80m, 4.79m])
        );
        Renewed("front-tyre.replace", 1060);
        Measured(
            "front-tread",
            "Front tyre",
            "mm",
            (1060, [5.5m, 5.6m, 5.5m]),
            (700, [4.7m, 4.9m, 4.6m]),
            (390, [3.8m, 4.0m, 3.7m]),
            (150, [3.2m, 3.3m, 3.1m]),
            (25, [2.8m, 3.0m, 2.7m])
        );
        book.Write(today.PlusDays(-120), new WearLooked("rear-tread", "Rear tyre", Grade.Worn, "squared off in the middle"));
        Measured("plug-gap", "Spark plug gap", "mm", (575, [0.85m, 0.85m]), (343, [0.87m, 0.86m]), (63, [0.90m, 0.89m]));
        // The second cylinder has begun to burn rich: its plug says so before anything else does.
        foreach (var (back, second) in new[] { (575, Grade.Sound), (343, Grade.Sound), (63, Grade.Slight) })
            book.Write(
                today.PlusDays(-back),
                new WearLooked("plug-colour", "Spark plugs side by side", second)
                {
                    Places = [new("cylinder 1", Grade.Sound), new("cylinder 2", second)],
                }
            );
        MeasurementTaken Compression(string what, string title, params decimal[] values) =>
            new(what, title, [.. values], "kPa") { Places = ["cylinder 1", "cylinder 2"] };
        book.Write(today.PlusDays(-63), Compression("compression-pressure", "Compression", 1_230, 1_080));
        book.Write(today.PlusDays(-63), Compression("compression-wet", "Compression, wet", 1_280, 1_270));
        Measured(
            "resting-voltage",
            "Battery at rest",
            "V",
            (700, [12.86m]),
            (390, [12.77m]),
            (212, [12.68m]),
            (70, [12.61m]),
            (25, [12.57m])
        );
        Measured("cranking-voltage", "Battery while cranking", "V", (390, [10.8m]), (212, [10.6m]), (25, [10.3m]));
        book.Write(
            today.PlusDays(-2),
            new TripPlanned(
                Guid.CreateVersion7(),
                "The sea road in spring",
                MeterAmount.From(new Quantity(1_450, Unit.Mile)),
                today.PlusDays(24),
                9,
                1,
                Loaded: true
            )
        );
    }

    /// <summary>Its valves close up one by one, as hard use has them do.</summary>
    public static void Scree(DemoBook book, LocalDate today)
    {
        void Checked(int back, params decimal[] clearances) =>
            book.Write(
                today.PlusDays(-back),
                new ValvesChecked([
                    new(1, ValveSide.Intake, 1, clearances[0], 2.85m),
                    new(1, ValveSide.Intake, 2, clearances[1], 2.80m),
                    new(1, ValveSide.Exhaust, 1, clearances[2], 2.75m),
                    new(1, ValveSide.Exhaust, 2, clearances[3], 2.90m),
                ])
            );
        Checked(233, 0.14m, 0.14m, 0.21m, 0.20m);
        Checked(140, 0.12m, 0.12m, 0.20m, 0.19m);
        Checked(59, 0.12m, 0.11m, 0.20m, 0.19m);
    }
}
