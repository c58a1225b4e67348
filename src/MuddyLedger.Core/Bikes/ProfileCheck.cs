using System.Collections.Immutable;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Bikes;

/// <summary>What cannot be true of a bike, by field, in words.</summary>
public static class ProfileCheck
{
    /// <summary>More than any bike holds: a slip of the pen.</summary>
    public static readonly Volume LargestReservoir = Volume.FromLitres(60);

    /// <summary>More than any bike's bolt takes: a slip of the pen.</summary>
    public static readonly Torque LargestTorque = Torque.FromNewtonMetres(500);

    /// <summary>More than any valve has: a slip of the pen.</summary>
    public static readonly Length LargestClearance = Length.FromMillimetres(2);

    /// <summary>More than any tyre takes: a slip of the pen.</summary>
    public static readonly Pressure LargestPressure = Pressure.FromKilopascals(500);

    /// <summary>
    /// What is odd about a bike without being impossible, by field, in words: a frame number that does not add up, an old tyre.
    /// </summary>
    public static ImmutableArray<Refusal> Warnings(Profile bike, NodaTime.LocalDate today)
    {
        var found = ImmutableArray.CreateBuilder<Refusal>();
        if (Vin.Warn(bike.FrameNumber) is { } vin)
            found.Add(new("frameNumber", vin));
        foreach (var (field, tyre) in new[] { ("frontTyre", bike.FrontTyre), ("rearTyre", bike.RearTyre) })
            if (TyreDate.Read(tyre?.DateCode)?.Warn(today) is { } age)
                found.Add(new(field, age));
        return found.ToImmutable();
    }

    /// <summary>All that is wrong with it, each with the field that it is about; empty where it can be kept.</summary>
    /// <param name="thisYear">A bike of next year's model may be kept, none of a later one.</param>
    public static ImmutableArray<Refusal> Of(Profile bike, int thisYear)
    {
        var refusals = ImmutableArray.CreateBuilder<Refusal>();
        void Refuse(string field, bool wrong, string words)
        {
            if (wrong)
                refusals.Add(new(field, words));
        }
        void Text(string field, string? text, int most, bool needed)
        {
            Refuse(field, needed && string.IsNullOrWhiteSpace(text), "is missing");
            Refuse(field, text?.Length > most, $"is longer than {most} characters");
        }

        Text("nickname", bike.Nickname, 40, needed: true);
        Text("make", bike.Make, 40, needed: true);
        Text("model", bike.Model, 60, needed: true);
        Text("frameNumber", bike.FrameNumber, 40, needed: false);
        Text("registration", bike.Registration, 20, needed: false);
        Refuse("year", bike.Year < 1885 || bike.Year > thisYear + 1, $"must lie between 1885 and {thisYear + 1}");
        Refuse("displacementCc", bike.DisplacementCc is < 20 or > 3000, "must lie between 20 and 3,000 cc");
        Refuse("carburettors", bike.Carburettors is < 0 or > 8, "must lie between 0 and 8");
        Refuse(
            "valvesPerCylinder",
            bike.ValvesPerCylinder is not 0 and (< 2 or > 5),
            "must lie between 2 and 5, or be 0 for an engine without valves"
        );
        Refuse("batteryVolts", bike.BatteryVolts is not (0 or 6 or 12), "must be 6 or 12, or 0 without a battery");
        Refuse("intakeClearance", bike.IntakeClearance > LargestClearance, "is more than any valve has (at most 2 mm)");
        Refuse("exhaustClearance", bike.ExhaustClearance > LargestClearance, "is more than any valve has (at most 2 mm)");
        foreach (var (field, tyre) in new[] { ("frontTyre", bike.FrontTyre), ("rearTyre", bike.RearTyre) })
        {
            Text($"{field}.size", tyre?.Size, 30, needed: false);
            Refuse(
                $"{field}.dateCode",
                tyre?.DateCode is { } code && TyreDate.Read(code) is null,
                "must be the last four digits of the DOT code: week and year, such as 1820"
            );
            Refuse($"{field}.placard", tyre?.Placard > LargestPressure, "is more than any such tyre takes (at most 500 kPa)");
        }

        Refuse("frontDiscs", bike.FrontDiscs is < 0 or > 2, "must be 1 or 2, or 0 where nobody has said");
        Refuse("cylinders", bike.Cylinders is < 1 or > 8, "must lie between 1 and 8");
        Refuse("odometer.digits", bike.Odometer is { Digits: < 4 or > 7 }, "must lie between 4 and 7 whole digits");
        Refuse(
            "lubrication",
            bike.Stroke == Stroke.Four && bike.Lubrication is (Lubrication.Premix or Lubrication.OilInjection),
            "does not fit a four-stroke, which carries its oil in a sump or tank"
        );
        Refuse(
            "lubrication",
            bike.Stroke == Stroke.Two && bike.Lubrication is not (Lubrication.Premix or Lubrication.OilInjection),
            "does not fit a two-stroke, which burns its oil: premix or injection"
        );
        Refuse(
            "valves",
            bike.Stroke == Stroke.Two && bike.Valves != ValveAdjustment.None,
            "does not fit a two-stroke, which has no valves to set"
        );
        Refuse(
            "gearboxOil",
            bike.Stroke == Stroke.Two && bike.GearboxOil == GearboxOil.Shared,
            "cannot be shared with a two-stroke's engine"
        );
        Refuse(
            "statedUsePerYear",
            bike.StatedUsePerYear is { } use && !bike.Has(use.Kind) && (bike.Odometer is not null || bike.HourMeter),
            "is in a measure that this bike has no meter for"
        );

        foreach (var (id, spec) in bike.Reservoirs)
        {
            var at = $"reservoirs.{Capabilities.Word(id)}";
            Text($"{at}.grade", spec.Grade, 60, needed: false);
            Refuse($"{at}.waitMinutes", spec.WaitMinutes is < 0 or > 60, "must lie between 0 and 60 minutes");
            Refuse($"{at}.drainOnly", spec.DrainOnly > spec.DryFill, "cannot be more than the dry fill");
            Refuse($"{at}.drainAndFilter", spec.DrainAndFilter > spec.DryFill, "cannot be more than the dry fill");
            Refuse($"{at}.drainAndFilter", spec.DrainAndFilter < spec.DrainOnly, "cannot be less than the fill without a new filter");
        }

        return refusals.ToImmutable();
    }
}
