using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Sums;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Sums;

/// <summary>Oil to fuel.</summary>
/// <param name="Oil">To be added.</param>
/// <param name="Mix">Both together.</param>
/// <param name="PerLitre">Millilitres of oil to a litre of fuel.</param>
/// <param name="OuncesPerGallon">US fluid ounces to a US gallon.</param>
public sealed record PremixAnswer(Shown Oil, Shown Mix, double PerLitre, double OuncesPerGallon);

/// <summary>One of the two is nothing.</summary>
/// <param name="Oil">To be added.</param>
/// <param name="Fuel">To be added.</param>
/// <param name="After">What is in the tank then.</param>
/// <param name="Fits">False where the tank does not hold it.</param>
public sealed record CorrectionAnswer(Shown Oil, Shown Fuel, Shown After, bool Fits);

/// <summary>What a mixture of coolant stands.</summary>
/// <param name="FreezesAt">Degrees Celsius of what is in it now; null outside of the table.</param>
/// <param name="Wanted">Percent that the coldest night asks for; null where none of the table holds it.</param>
/// <param name="Replace">To drain and replace with the concentrate; null where it cannot be reached, or need not be.</param>
/// <param name="Enough">It does not freeze at the temperature asked for, with the margin.</param>
/// <param name="Thin">Below what most inhibitors need.</param>
/// <param name="Thick">It carries heat badly.</param>
/// <param name="LeastForInhibitor">Percent by volume.</param>
/// <param name="Most">Percent by volume.</param>
/// <param name="Margin">Degrees Celsius.</param>
public sealed record CoolantAnswer(
    double? FreezesAt,
    double? Wanted,
    Shown? Replace,
    bool Enough,
    bool Thin,
    bool Thick,
    double LeastForInhibitor,
    double Most,
    double Margin
);

/// <summary>A gear.</summary>
/// <param name="Gear">1 is the lowest.</param>
/// <param name="Total">Turns of the crank to one of the wheel.</param>
/// <param name="KilometresAnHour">At the speed of the engine asked for.</param>
/// <param name="MilesAnHour">The same.</param>
public sealed record GearAnswer(int Gear, double Total, double KilometresAnHour, double MilesAnHour);

/// <summary>What gearing does.</summary>
/// <param name="CircumferenceMm">Of the driven wheel.</param>
/// <param name="Final">Turns of the gearbox shaft to one of the wheel.</param>
/// <param name="Gears">From the lowest.</param>
public sealed record GearingAnswer(double CircumferenceMm, double Final, IReadOnlyList<GearAnswer> Gears);

/// <summary>What moves a fork's oil to its height.</summary>
/// <param name="ByMm">How far.</param>
/// <param name="Ml">What raises or lowers the oil by the difference.</param>
/// <param name="Raise">Up; else down.</param>
/// <param name="Alike">Both legs are alike enough.</param>
/// <param name="MostApartMm">How far they may be apart.</param>
public sealed record ForkOilAnswer(double ByMm, double Ml, bool Raise, bool Alike, double MostApartMm);

/// <summary>What goes into a tank that stands.</summary>
/// <param name="Dose">To be added.</param>
/// <param name="RunMinutes">Until it is in the bowls, too.</param>
public sealed record StabiliserAnswer(Shown Dose, int RunMinutes);

/// <summary>Oils for a range of temperatures.</summary>
/// <param name="Cold">Winter grades that are cranked at the coldest.</param>
/// <param name="Heat">The grade for the heat; null where it is hotter than the tables go.</param>
/// <param name="Multigrades">That suit both ends; empty where the weather is beyond the tables.</param>
public sealed record ViscosityAnswer(IReadOnlyList<string> Cold, string? Heat, IReadOnlyList<string> Multigrades);

/// <summary>The sums of the shed: worked out in Core, typed in any unit, kept nowhere.</summary>
public sealed class SumsHandlers(IShedReader reader)
{
    /// <summary>Oil for a tank of fuel.</summary>
    public async Task<Outcome<PremixAnswer>> PremixAsync(string? fuel, string? ratio, Caller caller)
    {
        var settings = await reader.SettingsAsync(caller.Cancel);
        var check = caller.Check();
        var (volume, parts) = (check.Volume("fuel", fuel, Unit.Litre), Ratio("ratio", ratio, check));
        if (check.Failed)
            return check.Problem();
        var oil = Premix.OilFor(volume, parts);
        const double ouncesInAGallon = 128;
        return new PremixAnswer(
            Small(oil, settings),
            Shown.Of(volume + oil, settings),
            (double)(1000 / parts),
            ouncesInAGallon / (double)parts
        );
    }

    /// <summary>What to add to a tank that was mixed wrong.</summary>
    public async Task<Outcome<CorrectionAnswer>> CorrectAsync(string? mix, string? from, string? to, string? room, Caller caller)
    {
        var settings = await reader.SettingsAsync(caller.Cancel);
        var check = caller.Check();
        var (volume, now, wanted) = (check.Volume("mix", mix, Unit.Litre), Ratio("from", from, check), Ratio("to", to, check));
        var left = check.OptionalVolume("room", room, Unit.Litre);
        if (check.Failed)
            return check.Problem();
        var (oil, fuel) = Premix.Correct(volume, now, wanted);
        return new CorrectionAnswer(
            Small(oil, settings),
            Shown.Of(fuel, settings),
            Shown.Of(volume + oil + fuel, settings),
            left is null || oil + fuel <= left
        );
    }

    /// <summary>How far a coolant protects, and what to exchange to reach further.</summary>
    public async Task<Outcome<CoolantAnswer>> CoolantAsync(
        string? share,
        string? coldest,
        string? system,
        string? concentrate,
        Caller caller
    )
    {
        var settings = await reader.SettingsAsync(caller.Cancel);
        var check = caller.Check();
        var now = Number("share", share, 0, 100, check);
        var night = Degrees("coldest", coldest, check);
        var volume = check.OptionalVolume("system", system, Unit.Litre);
        var poured = string.IsNullOrWhiteSpace(concentrate) ? 100 : Number("concentrate", concentrate, 0, 100, check);
        if (check.Failed)
            return check.Problem();
        var wanted = Coolant.ShareFor(night);
        // Beyond the table nothing is known of its freezing point: richer is not always colder.
        var enough = wanted is { } need && now >= need && Coolant.FreezesAt(now) is not null;
        var replace =
            volume is { } all && wanted is { } target && !enough ? Coolant.Replace(all, now, target, target < now ? 0 : poured) : null;
        return new CoolantAnswer(
            FreezesAt: Coolant.FreezesAt(now),
            Wanted: wanted,
            Replace: replace is { } out_ ? Shown.Of(out_, settings) : null,
            Enough: enough,
            Thin: now < Coolant.LeastForInhibitor,
            Thick: now > Coolant.Most,
            LeastForInhibitor: Coolant.LeastForInhibitor,
            Most: Coolant.Most,
            Margin: Coolant.Margin
        );
    }

    /// <summary>Ratio, speed and revs of a pair of sprockets, beside another pair.</summary>
    public static Outcome<GearingAnswer> Gearing(
        string? tyre,
        string? primary,
        string? gears,
        string? front,
        string? rear,
        string? rpm,
        Caller caller
    )
    {
        var check = caller.Check();
        var size = TyreSize.Read(tyre);
        if (size is null)
            check.Refuse("tyre", string.IsNullOrWhiteSpace(tyre) ? "is missing" : "is not a size such as 140/80-18");
        var (first, second) = (
            string.IsNullOrWhiteSpace(primary) ? 1 : Number("primary", primary, 0.5, 8, check),
            Number("front", front, 8, 60, check)
        );
        var teeth = Number("rear", rear, 8, 90, check);
        var turns = Number("rpm", rpm, 100, 20_000, check);
        var ratios = (gears ?? "").Split([' ', ';'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var read = ratios
            .Select(text => double.TryParse(text.TrimEnd(','), CultureInfo.InvariantCulture, out var value) ? value : double.NaN)
            .ToImmutableArray();
        if (read.IsEmpty)
            check.Refuse("gears", "are missing: first to top, with a space between");
        else if (read.Length > 8 || read.Any(ratio => !(ratio is >= 0.3 and <= 6)))
            check.Refuse("gears", "are ratios from 0.3 to 6, eight at most, with a space between");
        if (check.Failed)
            return check.Problem();
        var gearing = new Core.Sums.Gearing(first, read, teeth / second, Core.Sums.Gearing.Circumference(size!));
        return new GearingAnswer(
            gearing.CircumferenceMm,
            gearing.Final,
            [
                .. Enumerable
                    .Range(1, read.Length)
                    .Select(gear =>
                    {
                        var speed = gearing.SpeedAt(gear, turns);
                        return new GearAnswer(gear, gearing.TotalOf(gear), speed / 1000, speed / (double)Unit.Mile.InBase);
                    }),
            ]
        );
    }

    /// <summary>What a change of fork oil level or grade does.</summary>
    public static Outcome<ForkOilAnswer> ForkOilLevel(string? tube, string? now, string? wanted, string? other, Caller caller)
    {
        var check = caller.Check();
        var inner = Length.From(check.Quantity("tube", tube, Unit.Millimetre, 80));
        double Height(string field, string? text) => (double)check.Quantity(field, text, Unit.Millimetre, 400).In(Unit.Millimetre).Value;
        var (at, target) = (Height("now", now), Height("wanted", wanted));
        var second = string.IsNullOrWhiteSpace(other) ? at : Height("other", other);
        if (!check.Failed && inner.Millimetres < 15)
            check.Refuse("tube", "is too narrow for a fork: its inner diameter is wanted");
        if (check.Failed)
            return check.Problem();
        // Measured from above: a smaller figure is more oil.
        var by = at - target;
        return new ForkOilAnswer(
            Math.Abs(by),
            (double)ForkOil.ToRaise(inner, Math.Abs(by)).Litres * 1000,
            by > 0,
            ForkOil.Alike(at, second),
            ForkOil.MostApartMm
        );
    }

    /// <summary>How much stabiliser a tank takes.</summary>
    public async Task<Outcome<StabiliserAnswer>> StabiliserAsync(string? inTank, string? goesIn, string? dose, Caller caller)
    {
        var settings = await reader.SettingsAsync(caller.Cancel);
        var check = caller.Check();
        var (there, added) = (check.Volume("inTank", inTank, Unit.Litre), check.Volume("goesIn", goesIn, Unit.Litre));
        var each = Number("dose", dose, 0.1, 50, check);
        return check.Failed
            ? check.Problem()
            : (new StabiliserAnswer(Small(Stabiliser.Dose(there, added, (decimal)each), settings), Stabiliser.RunMinutes));
    }

    /// <summary>How thick an oil is at a temperature.</summary>
    public static Outcome<ViscosityAnswer> ViscosityOf(string? coldest, string? hottest, bool? liquidCooled, Caller caller)
    {
        var check = caller.Check();
        var (cold, hot) = (Degrees("coldest", coldest, check), Degrees("hottest", hottest, check));
        if (!check.Failed && hot < cold)
            check.Refuse("hottest", "is colder than the coldest start");
        if (check.Failed)
            return check.Problem();
        var air = liquidCooled is not true;
        return new ViscosityAnswer(
            [.. Viscosity.For(cold).Select(grade => grade.Grade)],
            Viscosity.ForHeat(hot, air),
            Viscosity.Multigrades(cold, hot, air)
        );
    }

    /// <summary>Doses are poured from a measure: in millilitres or fluid ounces, whatever the owner's unit for fills is.</summary>
    private static Shown Small(Volume volume, OwnerSettings settings) =>
        Shown.Of(
            volume.In(
                settings.Volume == Unit.UsQuart || settings.Volume == Unit.UsFluidOunce || settings.Volume == Unit.UsGallon
                    ? Unit.UsFluidOunce
                    : Unit.Millilitre
            )
        );

    /// <summary>"50" and "50:1" are the same.</summary>
    internal static decimal Ratio(string field, string? text, FieldCheck check)
    {
        var parts = (text ?? "").Trim();
        if (parts.EndsWith(":1", StringComparison.Ordinal))
            parts = parts[..^2];
        if (
            decimal.TryParse(parts, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var ratio)
            && ratio is >= Premix.Richest and <= Premix.Leanest
        )
            return ratio;
        check.Refuse(field, parts.Length == 0 ? "is missing" : $"must be a ratio from {Premix.Richest}:1 to {Premix.Leanest}:1");
        return Premix.Leanest;
    }

    internal static double Number(string field, string? text, double least, double most, FieldCheck check)
    {
        var plain = (text ?? "").Trim().TrimEnd('%').TrimEnd();
        if (
            double.TryParse(plain, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value)
            && value >= least
            && value <= most
        )
            return value;
        check.Refuse(
            field,
            plain.Length == 0 ? "is missing" : string.Create(CultureInfo.InvariantCulture, $"must be a number from {least} to {most}")
        );
        return least;
    }

    private static double Degrees(string field, string? text, FieldCheck check)
    {
        if (Temperatures.Read(text) is { } celsius)
            return celsius;
        check.Refuse(
            field,
            string.IsNullOrWhiteSpace(text) ? "is missing" : "is not a temperature from -60 to 60 C, such as -12, -12 C or 10 F"
        );
        return 0;
    }
}
