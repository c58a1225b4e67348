using System.Collections.Immutable;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Sums;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Sums;

/// <summary>Where the oil of a splash-lubricated engine stands when it is tilted.</summary>
/// <param name="Limits">Nose up, nose down, left, right.</param>
/// <param name="Drawing">The section through the sump, to be drawn.</param>
/// <param name="Reached">The dipper still reaches the oil at this angle.</param>
/// <param name="ByLevel">How the least angle comes down with the level.</param>
/// <param name="UsuallyGiven">Degrees that such engines are usually given.</param>
/// <param name="NeverExceed">Degrees: for a moment, not for work.</param>
public sealed record TiltAnswer(
    IReadOnlyList<TiltLimit> Limits,
    TiltDrawing Drawing,
    bool Reached,
    IReadOnlyList<TiltByLevel> ByLevel,
    double UsuallyGiven,
    double NeverExceed
);

/// <summary>The least angle at another level of oil.</summary>
/// <param name="Percent">Of the oil that was entered.</param>
/// <param name="Lost">Degrees at which the dipper misses the oil; null where it never does within 90.</param>
/// <param name="Direction">To which side; null where to none.</param>
public sealed record TiltByLevel(int Percent, double? Lost, TiltDirection? Direction);

/// <summary>What a measured fall of the oil says of the pump.</summary>
/// <param name="Verdict">Whether it pumps enough.</param>
/// <param name="Ratio">Fuel to oil; null where the oil did not fall.</param>
/// <param name="Richest">Fuel to one part of oil: the richest that the reading allows.</param>
/// <param name="Leanest">Fuel to one part of oil: the leanest; null where the reading allows none at all.</param>
/// <param name="With">Fuel to one part of oil, with what was mixed in counted in; null where there is no oil at all.</param>
public sealed record PumpProofAnswer(PumpVerdict Verdict, double? Ratio, double Richest, double? Leanest, double? With);

/// <summary>What a torque wrench is set to with an extension on it.</summary>
/// <param name="Setting">What the wrench is set to, with the adaptor in line.</param>
/// <param name="Wanted">At the bolt.</param>
/// <param name="Others">The same in other units.</param>
public sealed record WrenchAnswer(Shown Setting, Shown Wanted, IReadOnlyList<Shown> Others);

/// <summary>A quantity in all its units.</summary>
/// <param name="What">What sort of quantity it is.</param>
/// <param name="In">The same in every unit that measures it.</param>
public sealed record UnitsAnswer(string What, IReadOnlyList<Shown> In);

/// <summary>Sums about the bench and its measures: tilt, the proof of a pump, torque, units.</summary>
public sealed class BenchSumsHandlers(IShedReader reader)
{
    private static readonly ImmutableArray<double> Levels = [1, 0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3];

    /// <param name="lies">"across" or "along": how the crank lies.</param>
    /// <param name="direction">"nose-up", "nose-down", "left" or "right".</param>
    public static Outcome<TiltAnswer> Tilt(
        string? length,
        string? width,
        string? height,
        string? oil,
        string? axisHeight,
        string? axisPlace,
        string? reach,
        string? lies,
        string? direction,
        double? degrees,
        Caller caller
    )
    {
        var check = caller.Check();
        double Mm(string field, string? text) => (double)check.Quantity(field, text, Unit.Millimetre, 1000).In(Unit.Millimetre).Value;
        var sump = new SplashSump(
            Mm("length", length),
            Mm("width", width),
            Mm("height", height),
            (double)check.Volume("oil", oil, Unit.Litre).Litres * 1000,
            Mm("axisHeight", axisHeight),
            Mm("axisPlace", axisPlace),
            lies != "along",
            Mm("reach", reach)
        );
        var leans = Enum.GetValues<TiltDirection>()
            .Where(one => Capabilities.Word(one) == (direction ?? "nose-up"))
            .Select(one => (TiltDirection?)one)
            .FirstOrDefault();
        if (leans is null)
            check.Refuse("direction", "must be nose-up, nose-down, left or right");
        if (degrees is not (null or >= 0 and <= 90))
            check.Refuse("degrees", "must lie between 0 and 90");
        if (!check.Failed)
            check.Refuse(TiltTrial.Refuse(sump));
        if (check.Failed)
            return check.Problem();
        var drawing = TiltTrial.At(sump, leans!.Value, degrees ?? 0);
        // A circle that lies wholly outside has no depth that a number could say.
        if (double.IsNegativeInfinity(drawing.Depth))
            drawing = drawing with { Depth = -sump.Reach };
        return new TiltAnswer(
            TiltTrial.Limits(sump),
            drawing,
            drawing.Reached,
            [.. TiltTrial.ByLevel(sump, Levels).Select(one => new TiltByLevel((int)Math.Round(one.Share * 100), one.Lost, one.Direction))],
            TiltTrial.UsuallyGiven,
            TiltTrial.NeverExceed
        );
    }

    /// <summary>Whether an oil pump gives what it should, by measured fall.</summary>
    public static Outcome<PumpProofAnswer> PumpProofOf(
        string? fuel,
        string? fall,
        string? readTo,
        string? low,
        string? high,
        string? premix,
        Caller caller
    )
    {
        var check = caller.Check();
        var burned = check.Volume("fuel", fuel, Unit.Litre);
        var gone = check.Volume("fall", fall, Unit.Millilitre);
        var read = string.IsNullOrWhiteSpace(readTo) ? Volume.FromLitres(0.01m) : check.Volume("readTo", readTo, Unit.Millilitre);
        var (rich, lean) = (SumsHandlers.Ratio("low", low, check), SumsHandlers.Ratio("high", high, check));
        var mixed = string.IsNullOrWhiteSpace(premix) ? (decimal?)null : SumsHandlers.Ratio("premix", premix, check);
        if (!check.Failed && burned.Litres == 0)
            check.Refuse("fuel", "must be more than nothing");
        if (!check.Failed && read.Litres == 0)
            check.Refuse("readTo", "must be more than nothing: no level is read to the drop");
        if (!check.Failed && rich > lean)
            check.Refuse("high", "is richer than the other end of the band");
        if (check.Failed)
            return check.Problem();
        var proof = PumpProof.Of(burned, gone, read, rich, lean, mixed);
        return new PumpProofAnswer(proof.Verdict, (double?)proof.Ratio, (double)proof.Richest, (double?)proof.Leanest, (double?)proof.With);
    }

    /// <summary>The setting of a torque wrench with an extension.</summary>
    public async Task<Outcome<WrenchAnswer>> WrenchAsync(string? torque, string? wrench, string? adaptor, Caller caller)
    {
        var settings = await reader.SettingsAsync(caller.Cancel);
        var check = caller.Check();
        var wanted = Torque.From(check.Quantity("torque", torque, settings.Torque, 1000));
        var length = string.IsNullOrWhiteSpace(wrench)
            ? Length.FromMillimetres(300)
            : Length.From(check.Quantity("wrench", wrench, Unit.Millimetre, 2000));
        var extra = string.IsNullOrWhiteSpace(adaptor)
            ? Length.FromMillimetres(0)
            : Length.From(check.Quantity("adaptor", adaptor, Unit.Millimetre, 1000));
        if (!check.Failed && length.Millimetres < 50)
            check.Refuse("wrench", "is too short: from the middle of the handle to the square");
        if (check.Failed)
            return check.Problem();
        var setting = TorqueWrench.Setting(wanted, length, extra);
        return new WrenchAnswer(
            Shown.Of(setting, settings),
            Shown.Of(wanted, settings),
            [
                .. Unit
                    .All.Where(unit => unit.Dimension == Dimension.Torque && unit != settings.Torque)
                    .Select(unit => Shown.Of(setting.In(unit))),
            ]
        );
    }

    /// <summary>One quantity in other units.</summary>
    public static Outcome<UnitsAnswer> Units(string? amount, Caller caller)
    {
        var check = caller.Check();
        var text = (amount ?? "").Trim();
        if (Temperatures.Both(text) is var (celsius, fahrenheit))
            return new UnitsAnswer(
                QuantityText.Words(Dimension.Temperature),
                [new Shown(celsius, "°C", 1), new Shown(fahrenheit, "°F", 1)]
            );
        var name = string.Concat(text.SkipWhile(letter => char.IsDigit(letter) || letter is '.' or ',' or ' '));
        if (text.Length == 0)
            check.Refuse("amount", "is missing");
        else if (name.Length == 0)
            check.Refuse("amount", "has no unit: write 22 nm, 1.9 qt, 6 thou, 36 psi");
        else if (Unit.Find(name) is null)
            check.Refuse("amount", $"has a unit that is not known here: \"{name}\"");
        if (check.Failed)
            return check.Problem();
        var unit = Unit.Find(name)!;
        var read = check.Quantity("amount", text, unit, 1_000_000);
        if (check.Failed)
            return check.Problem();
        return new UnitsAnswer(
            QuantityText.Words(unit.Dimension),
            [
                .. Unit
                    .All.Where(other => other.Dimension == unit.Dimension)
                    .Select(other => Shown.Of(read.In(other)) with { Value = Rounded(read.In(other)) }),
            ]
        );
    }

    /// <summary>A conversion keeps what the number says: at least three figures, whatever the unit is usually shown with.</summary>
    private static decimal Rounded(Quantity quantity)
    {
        var size = Math.Abs(quantity.Value);
        var decimals = size == 0 ? 0 : Math.Clamp(3 - (int)Math.Floor(Math.Log10((double)size)), quantity.Unit.Decimals, 8);
        return Math.Round(quantity.Value, decimals);
    }
}
