using System.Collections.Immutable;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Bikes;

public sealed partial record ProfileForm
{
    /// <summary>The profile meant, with every field that cannot be read or cannot be true refused by its name.</summary>
    /// <param name="before">What the form was filled in from: a figure that was left as it stood keeps its value and its
    /// provenance.</param>
    public Profile Read(FieldCheck check, OwnerSettings settings, int thisYear, Profile? before)
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
            Fan = Fan,
            ExpansionTank = ExpansionTank,
            Starting = Starting,
            Reeds = Reeds,
            PowerValve = PowerValve,
            SilencerPacking = SilencerPacking,
            SparkArrestor = SparkArrestor,
            PrimaryChain = PrimaryChain,
            Decompressor = Decompressor,
            Lubrication = Lubrication,
            GearboxOil = GearboxOil,
            OilFilter = OilFilter,
            BodyworkOverOil = BodyworkOverOil,
            ExhaustOverOil = ExhaustOverOil,
            InnerPanelOverOil = InnerPanelOverOil,
            GearLinkageOverOil = GearLinkageOverOil,
            GuardOverOil = GuardOverOil,
            OilPressureLight = OilPressureLight,
            Valves = Valves,
            Fuel = Fuel,
            Battery = Battery,
            Transmission = Transmission,
            FinalDrive = FinalDrive,
            FrontDrive = FrontDrive,
            Wheels = Wheels,
            FrontDiscs = FrontDiscs,
            Abs = Abs,
            FrontBrake = FrontBrake,
            RearBrake = RearBrake,
            Clutch = Clutch,
            ValvesPerCylinder = ValvesPerCylinder,
            TankOverPlugs = TankOverPlugs,
            AirFilter = AirFilter,
            AirFilterElement = AirFilterElement,
            HeavierOilInHeat = HeavierOilInHeat,
            Carburettors = Carburettors,
            FuelTap = FuelTap,
            Tank = Tank,
            TankReserve = check.OptionalVolume("tankReserve", TankReserve, settings.Volume),
            Ignition = Ignition,
            BatteryVolts = BatteryVolts,
            Linkage = Linkage,
            FrontTyre = ReadTyre(check, "frontTyre", FrontTyre),
            RearTyre = ReadTyre(check, "rearTyre", RearTyre),
            Odometer = Odometer is { } unit ? new Odometer(unit, OdometerDigits) : null,
            HourMeter = HourMeter,
            StatedUsePerYear = StatedUse(check),
            Severities = Severities.IsDefault ? [] : [.. Severities.Distinct()],
            Reservoirs = ReadReservoirs(check, settings, before),
            Torques = ReadTorques(check, settings, before),
            Figures = ReadFigures(check, before),
            PartNumbers = before?.PartNumbers ?? ImmutableDictionary<string, string>.Empty,
        };
        check.Refuse(ProfileCheck.Of(profile, thisYear));
        return profile;
    }

    /// <summary>The profile by its choices alone: what was typed may still be wrong.</summary>
    public Profile Shape() =>
        (
            this with
            {
                Reservoirs = ImmutableDictionary<string, ReservoirForm>.Empty,
                Torques = ImmutableDictionary<string, string>.Empty,
                Figures = ImmutableDictionary<string, string>.Empty,
            }
        ).Read(new FieldCheck(NumberMarks.Unknown), OwnerSettings.Default, 9999, null);

    private static Tyre? ReadTyre(FieldCheck check, string field, TyreForm? form) =>
        form is null
            ? null
            : new(
                check.OptionalText($"{field}.size", form.Size, 30),
                string.IsNullOrWhiteSpace(form.Placard)
                    ? null
                    : Pressure.From(check.Quantity($"{field}.placard", form.Placard, Unit.Bar, ProfileCheck.LargestPressure.Kilopascals)),
                check.OptionalText($"{field}.dateCode", form.DateCode, 10),
                form.Inner
            );

    private MeterAmount? StatedUse(FieldCheck check)
    {
        if (string.IsNullOrWhiteSpace(StatedUsePerYear))
            return null;
        var meter = Odometer is null && HourMeter ? MeterKind.HourMeter : MeterKind.Odometer;
        var bare =
            meter == MeterKind.HourMeter ? Unit.Hour
            : Odometer == OdometerUnit.Miles ? Unit.Mile
            : Unit.Kilometre;
        // Where the bike has both meters, the unit says which is meant.
        var typed = string.Concat(StatedUsePerYear.SkipWhile(letter => !char.IsLetter(letter)));
        if (HourMeter && Unit.Find(typed) is { Dimension: Dimension.EngineHours })
            (meter, bare) = (MeterKind.HourMeter, Unit.Hour);
        return MeterAmount.From(check.Quantity("statedUsePerYear", StatedUsePerYear, bare, ReadingHandlers.MostOf(meter) / 4));
    }

    private ImmutableDictionary<ReservoirId, ReservoirSpec> ReadReservoirs(FieldCheck check, OwnerSettings settings, Profile? before)
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

            if (form is null)
            {
                check.Refuse(at, "is empty: leave it out, or say what it holds");
                continue;
            }

            if (before?.Reservoirs.GetValueOrDefault(id) is { } was && FormOf(was, settings) == form)
            {
                read[id] = was;
                continue;
            }

            var spec = new ReservoirSpec
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
            if (spec != new ReservoirSpec())
                read[id] = spec;
        }

        return read.ToImmutable();
    }

    private ImmutableDictionary<Fastener, TorqueSpec> ReadTorques(FieldCheck check, OwnerSettings settings, Profile? before)
    {
        var read = ImmutableDictionary.CreateBuilder<Fastener, TorqueSpec>();
        foreach (var (word, text) in Torques)
        {
            if (Known<Fastener>(word) is not { } fastener)
                check.Refuse($"torques.{word}", "is not a fastener known here");
            else if (before?.Torques.GetValueOrDefault(fastener) is { } was && Shown.Of(was.Torque, settings).Editable() == text)
                read[fastener] = was;
            else if (!string.IsNullOrWhiteSpace(text))
                read[fastener] = new(
                    Torque.From(check.Quantity($"torques.{word}", text, settings.Torque, ProfileCheck.LargestTorque.NewtonMetres)),
                    new(ProvenanceKind.Owner)
                );
        }

        return read.ToImmutable();
    }

    private ImmutableDictionary<BikeFigure, FigureSpec> ReadFigures(FieldCheck check, Profile? before)
    {
        var read = ImmutableDictionary.CreateBuilder<BikeFigure, FigureSpec>();
        foreach (var (word, text) in Figures)
        {
            if (Known<BikeFigure>(word) is not { } figure)
                check.Refuse($"figures.{word}", "is not a figure known here");
            else if (before?.Figures.GetValueOrDefault(figure) is { } was && BikeFigures.Text(was, figure) == text)
                read[figure] = was;
            else if (!string.IsNullOrWhiteSpace(text))
            {
                var spec = BikeFigures.Read(text, figure, check.Marks);
                if (spec.IsRefused)
                    check.Refuse($"figures.{word}", spec.Refusal!);
                else
                    read[figure] = spec.Value!;
            }
        }

        return read.ToImmutable();
    }

    /// <summary>The value that a content file or a form means by a word; null where there is none.</summary>
    public static T? Known<T>(string word)
        where T : struct, Enum =>
        Enum.GetValues<T>().Where(value => Capabilities.Word(value) == word).Select(value => (T?)value).FirstOrDefault();
}
