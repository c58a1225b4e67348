using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.App.Wear;

/// <summary>Reads a grid of valves and the shims on a shelf as they were typed.</summary>
internal static class ValveForm
{
    private const int MostValves = 40;
    private const int MostShelf = 200;

    /// <summary>What was measured, valve by valve; what cannot be read is said by the check.</summary>
    public static ImmutableArray<ValveReading> Read(IReadOnlyList<ValveRequest> asked, string unit, FieldCheck check)
    {
        var bare = unit == "thou" ? Unit.Thou : Unit.Millimetre;
        if (unit is not ("mm" or "thou"))
            check.Refuse("unit", "must be mm or thou");
        if (asked.Count > MostValves)
            check.Refuse("valves", $"are more than {MostValves}");
        var read = ImmutableArray.CreateBuilder<ValveReading>();
        foreach (var (valve, at) in asked.Take(MostValves).Select((valve, at) => (valve, at)))
        {
            if (valve.Cylinder is < 1 or > 12 || valve.Number is < 1 or > 5)
                check.Refuse($"valves.{at}.number", "is no valve of any engine here");
            if (string.IsNullOrWhiteSpace(valve.Clearance))
            {
                if (!string.IsNullOrWhiteSpace(valve.Fitted) || !string.IsNullOrWhiteSpace(valve.Left))
                    check.Refuse($"valves.{at}.clearance", "is missing: what was it before?");
                continue;
            }

            var clearance = check.Quantity($"valves.{at}.clearance", valve.Clearance, bare, 3).In(Unit.Millimetre).Value;
            read.Add(
                new(
                    valve.Cylinder,
                    valve.Side,
                    valve.Number,
                    Rounded(clearance),
                    ShimOf($"valves.{at}.shim", valve.Shim, check),
                    ShimOf($"valves.{at}.fitted", valve.Fitted, check),
                    string.IsNullOrWhiteSpace(valve.Left)
                        ? null
                        : Rounded(check.Quantity($"valves.{at}.left", valve.Left, bare, 3).In(Unit.Millimetre).Value)
                )
            );
        }

        if (read.GroupBy(valve => (valve.Cylinder, valve.Side, valve.Number)).Any(same => same.Count() > 1))
            check.Refuse("valves", "names a valve twice");
        return read.ToImmutable();
    }

    /// <summary>Clearances are kept to the micron: half a thou is 0.0127 mm.</summary>
    private static decimal Rounded(decimal millimetres) => Math.Round(millimetres, 3, MidpointRounding.AwayFromZero);

    /// <summary>"2.85", "285" as it is stamped, or with its unit.</summary>
    private static decimal? ShimOf(string field, string? text, FieldCheck check)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        var value = check.Quantity(field, text, Unit.Millimetre, 1000).In(Unit.Millimetre).Value;
        if (value is >= 100 and <= 500)
            value /= 100;
        if (value is < 0.5m or > 5)
            check.Refuse(field, "is no shim: they are 0.5 to 5 mm thick, or stamped 050 to 500");
        return Math.Round(value, 3);
    }

    /// <summary>Microns from one shim of the kit to the next.</summary>
    public static int StepOf(string? step, FieldCheck check) =>
        step switch
        {
            null or "" or "0.05" => 50,
            "0.025" => 25,
            _ => Refused(check, "step", "must be 0.05 or 0.025"),
        };

    private static int Refused(FieldCheck check, string field, string words)
    {
        check.Refuse(field, words);
        return 50;
    }

    /// <summary>"2.80 2.85 x2; 290".</summary>
    public static ImmutableArray<int> ShelfOf(string? text, FieldCheck check)
    {
        var shelf = ImmutableArray.CreateBuilder<int>();
        foreach (
            var word in (text ?? "")
                .Replace(" x", "x", StringComparison.Ordinal)
                .Split([';', ' ', '\n', '/'], StringSplitOptions.RemoveEmptyEntries)
        )
        {
            var parts = word.Trim(',').Split('x', 2);
            var count = 1;
            if (
                parts.Length == 2
                && (!int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out count) || count is < 1 or > 50)
            )
                check.Refuse("shelf", $"has a count that is none: \"{word}\"");
            if (ShimOf("shelf", parts[0], check) is { } shim)
                shelf.AddRange(Enumerable.Repeat(Microns.Of(shim), Math.Clamp(count, 1, 50)));
            if (shelf.Count > MostShelf)
            {
                check.Refuse("shelf", $"has more than {MostShelf} shims");
                break;
            }
        }

        return shelf.ToImmutable();
    }
}
