using Microsoft.EntityFrameworkCore;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;
using MuddyLedger.Data;
using NodaTime;

namespace MuddyLedger.Benchmarks;

/// <summary>Sixty made-up bikes with ten years of entries each, some two hundred thousand lines in all.</summary>
internal static class GeneratedShed
{
    public const int Bikes = 60;
    private const int Years = 10;

    public static async Task<Guid[]> WriteAsync(string folder, ContentLibrary content, LocalDate today, int bikes = Bikes)
    {
        var ids = new Guid[bikes];
        using (var store = new ShedStore(folder))
            await store.OpenAsync(Instant.FromUtc(2016, 1, 1, 12, 0), DateTimeZone.Utc);
        for (var bike = 0; bike < bikes; bike++)
        {
            var options = new DbContextOptionsBuilder<ShedContext>();
            ShedFile.Configure(options, folder);
            await using var context = new ShedContext(options.Options);
            ids[bike] = Write(new ShedWriter(context), content.Sets[bike % content.Sets.Length].Profile, content, today, bike);
            await context.SaveChangesAsync();
        }

        return ids;
    }

    private static Guid Write(ShedWriter writer, Profile set, ContentLibrary content, LocalDate today, int number)
    {
        var random = new Random(number);
        var id = new BikeId(Guid.CreateVersion7());
        var profile = set with { Nickname = $"Bike {number}", Make = "Fallow", Model = "Tarn", Year = 2015, StatedUsePerYear = null };
        var from = today.PlusDays(-365 * Years);
        var at = Instant.FromUtc(2016, 1, 1, 12, 0);
        writer.AddBike(id, profile, at);
        void Entry(LocalDate on, EntryBody body) =>
            writer.AddEntry(new(new(Guid.CreateVersion7()), id, on, at += Duration.FromSeconds(1), "bench", body));

        var tasks = Schedule.TasksOf(profile, content.Schedules).Select(item => item.Task.Id).ToList();
        var meter = profile.Odometer is not null ? MeterKind.Odometer : MeterKind.HourMeter;
        var shown = 0m;
        for (var day = 0; day < 365 * Years; day++)
        {
            var on = from.PlusDays(day);
            if (day % 4 == 0 && profile.Has(meter))
                Entry(
                    on,
                    new MeterRead(
                        MeterAmount.Of(meter, shown += meter == MeterKind.Odometer ? random.Next(0, 200_000) : random.Next(0, 30) / 10m)
                    )
                );
            if (day % 2 == 0)
                Entry(
                    on,
                    new RideDone(
                        Distance.FromMetres(random.Next(5_000, 90_000)),
                        EngineHours.FromHours(random.Next(5, 40) / 10m),
                        "moor road"
                    )
                );
            if (day % 9 == 0)
                Entry(on, new FuelBought(Volume.FromLitres(random.Next(40, 160) / 10m), Money.Of(random.Next(10, 30)), true));
            if (day % 14 == 0 && tasks.Count > 0)
                Entry(on, new TaskDone(tasks[random.Next(tasks.Count)], Evidence.DoneHere));
            if (day % 30 == 0)
                Entry(on, new CostPaid("parts", Money.Of(random.Next(5, 90))));
            // Every part is measured twice a year, and is as new again after two.
            if (day % 182 == 0)
                foreach (var kind in content.Wear.Where(kind => kind is { Figure: not null, MeasuredIn: not null }))
                    Entry(
                        on,
                        new MeasurementTaken(
                            kind.Names[0],
                            kind.Title,
                            [Math.Round(20 - (day % 730 / 200m) + (random.Next(-1, 2) / 10m), 1)],
                            kind.MeasuredIn!.Symbol
                        )
                    );
            if (day % 90 != 0)
                continue;
            Entry(
                on,
                new FluidDrained(
                    ReservoirId.Engine,
                    Volume.FromLitres(2.4m),
                    new(DrainColour.Dark, MagnetReading.FinePaste, DrainDebris.None, false)
                )
            );
            Entry(on, new FluidFilled(ReservoirId.Engine, Volume.FromLitres(2.6m), "10W-40"));
        }

        return id.Value;
    }
}
