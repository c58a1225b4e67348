using System.Collections.Immutable;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Meters;
using MuddyLedger.Web.Settings;

namespace MuddyLedger.Web.Bikes;

/// <summary>A reservoir as the owner types it: quantities as text, empty where not known.</summary>
public sealed record ReservoirForm(string? Grade, string? DryFill, string? DrainOnly, string? DrainAndFilter, LevelMethod? Level, LevelStance Stance, OilTemperature ReadAt, int WaitMinutes);

/// <summary>A bike's profile as the owner types it.</summary>
public sealed record ProfileForm(
    string? Nickname, string? Make, string? Model, int Year, string? FrameNumber, string? Registration, TitleStatus Title, BikeUse Use,
    Stroke Stroke, int DisplacementCc, int Cylinders, Cooling Cooling, Starting Starting, Lubrication Lubrication, GearboxOil GearboxOil, OilFilter OilFilter,
    bool BodyworkOverOil, bool OilPressureLight, ValveAdjustment Valves, FuelSystem Fuel, BatteryKind Battery,
    FinalDrive FinalDrive, BrakeKind FrontBrake, BrakeKind RearBrake, ClutchControl Clutch,
    OdometerUnit? Odometer, int OdometerDigits, bool HourMeter, string? StatedUsePerYear, ImmutableArray<Severity> Severities,
    IReadOnlyDictionary<string, ReservoirForm> Reservoirs, IReadOnlyDictionary<string, string> Torques)
{
    public static ProfileForm Of(Profile bike, OwnerSettings settings) => new(
        bike.Nickname, bike.Make, bike.Model, bike.Year, bike.FrameNumber, bike.Registration, bike.Title, bike.Use,
        bike.Stroke, bike.DisplacementCc, bike.Cylinders, bike.Cooling, bike.Starting, bike.Lubrication, bike.GearboxOil, bike.OilFilter,
        bike.BodyworkOverOil, bike.OilPressureLight, bike.Valves, bike.Fuel, bike.Battery, bike.FinalDrive, bike.FrontBrake, bike.RearBrake, bike.Clutch,
        bike.Odometer?.Unit, bike.Odometer?.Digits ?? 6, bike.HourMeter,
        bike.StatedUsePerYear is { } use ? Shown.Of(use, bike).ToString() : null, bike.Severities,
        bike.Reservoirs.ToDictionary(pair => Capabilities.Word(pair.Key), pair => FormOf(pair.Value, settings)),
        bike.Torques.ToDictionary(pair => Capabilities.Word(pair.Key), pair => Shown.Of(pair.Value.Torque, settings).ToString()));

    /// <summary>The profile meant, with every field that cannot be read or cannot be true refused by its name.</summary>
    public Profile Read(FieldCheck check, OwnerSettings settings, int thisYear)
    {
        var profile = new Profile
        {
            Nickname = Nickname?.Trim() ?? "",
            Make = Make?.Trim() ?? "",
            Model = Model?.Trim() ?? "",
            Year = Year,
            FrameNumber = check.OptionalText("frameNumber", FrameNumber, 40),
            Registration = check.OptionalText("registration", Registration, 20),
            Title = Title,
            Use = Use,
            Stroke = Stroke,
            DisplacementCc = DisplacementCc,
            Cylinders = Cylinders,
            Cooling = Cooling,
            Starting = Starting,
            Lubrication = Lubrication,
            GearboxOil = GearboxOil,
            OilFilter = OilFilter,
            BodyworkOverOil = BodyworkOverOil,
            OilPressureLight = OilPressureLight,
            Valves = Valves,
            Fuel = Fuel,
            Battery = Battery,
            FinalDrive = FinalDrive,
            FrontBrake = FrontBrake,
            RearBrake = RearBrake,
            Clutch = Clutch,
            Odometer = Odometer is { } unit ? new Odometer(unit, OdometerDigits) : null,
            HourMeter = HourMeter,
            StatedUsePerYear = StatedUse(check),
            Severities = Severities.IsDefault ? [] : [.. Severities.Distinct()],
            Reservoirs = ReadReservoirs(check, settings),
            Torques = ReadTorques(check, settings),
        };
        check.Refuse(ProfileCheck.Of(profile, thisYear));
        return profile;
    }

    private static ReservoirForm FormOf(ReservoirSpec spec, OwnerSettings settings)
    {
        string? Text(Volume? volume) => volume is { } known ? Shown.Of(known, settings).ToString() : null;
        return new(spec.Grade, Text(spec.DryFill), Text(spec.DrainOnly), Text(spec.DrainAndFilter), spec.Level, spec.Stance, spec.ReadAt, spec.WaitMinutes);
    }

    private MeterAmount? StatedUse(FieldCheck check)
    {
        if (string.IsNullOrWhiteSpace(StatedUsePerYear)) return null;
        var meter = Odometer is null && HourMeter ? MeterKind.HourMeter : MeterKind.Odometer;
        var bare = meter == MeterKind.HourMeter ? Unit.Hour : Odometer == OdometerUnit.Miles ? Unit.Mile : Unit.Kilometre;
        // Where the bike has both meters, the unit says which is meant.
        var typed = string.Concat(StatedUsePerYear.SkipWhile(letter => !char.IsLetter(letter)));
        if (HourMeter && Unit.Find(typed) is { Dimension: Dimension.EngineHours }) (meter, bare) = (MeterKind.HourMeter, Unit.Hour);
        return MeterAmount.From(check.Quantity("statedUsePerYear", StatedUsePerYear, bare, ReadingEndpoints.MostOf(meter) / 4));
    }

    private ImmutableDictionary<ReservoirId, ReservoirSpec> ReadReservoirs(FieldCheck check, OwnerSettings settings)
    {
        var read = ImmutableDictionary.CreateBuilder<ReservoirId, ReservoirSpec>();
        foreach (var (word, form) in Reservoirs)
        {
            var at = $"reservoirs.{word}";
            if (Known<ReservoirId>(word) is not { } id)
            {
                check.Refuse(at, "is not a reservoir known here");
                continue;
            }

            read[id] = new ReservoirSpec
            {
                Grade = check.OptionalText($"{at}.grade", form.Grade, 60),
                DryFill = check.OptionalVolume($"{at}.dryFill", form.DryFill, settings.Volume),
                DrainOnly = check.OptionalVolume($"{at}.drainOnly", form.DrainOnly, settings.Volume),
                DrainAndFilter = check.OptionalVolume($"{at}.drainAndFilter", form.DrainAndFilter, settings.Volume),
                Level = form.Level,
                Stance = form.Stance,
                ReadAt = form.ReadAt,
                WaitMinutes = form.WaitMinutes,
            };
        }

        return read.ToImmutable();
    }

    private ImmutableDictionary<Fastener, TorqueSpec> ReadTorques(FieldCheck check, OwnerSettings settings)
    {
        var read = ImmutableDictionary.CreateBuilder<Fastener, TorqueSpec>();
        foreach (var (word, text) in Torques)
        {
            if (Known<Fastener>(word) is not { } fastener) check.Refuse($"torques.{word}", "is not a fastener known here");
            else if (!string.IsNullOrWhiteSpace(text))
                read[fastener] = new(Torque.From(check.Quantity($"torques.{word}", text, settings.Torque, ProfileCheck.LargestTorque.NewtonMetres)), new(ProvenanceKind.Owner));
        }

        return read.ToImmutable();
    }

    private static T? Known<T>(string word) where T : struct, Enum =>
        Enum.GetValues<T>().Where(value => Capabilities.Word(value) == word).Select(value => (T?)value).FirstOrDefault();
}
