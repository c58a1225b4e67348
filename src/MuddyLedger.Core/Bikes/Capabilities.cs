using System.Collections.Frozen;
using System.Collections.Immutable;

namespace MuddyLedger.Core.Bikes;

/// <summary>The bike's features as words that content files match on, derived from its profile alone.</summary>
public sealed record Capabilities(FrozenDictionary<string, string> Words)
{
    private static readonly FrozenDictionary<string, Func<Profile, string>> Derived = new Dictionary<string, Func<Profile, string>>
    {
        ["use"] = bike => Word(bike.Use),
        ["stroke"] = bike => Word(bike.Stroke),
        ["cooling"] = bike => Word(bike.Cooling),
        ["fan"] = bike => Word(bike.Cooling != Cooling.Air ? bike.Fan : Fitment.NotFitted),
        ["expansion-tank"] = bike => Word(bike.Cooling == Cooling.Liquid ? bike.ExpansionTank : Fitment.NotFitted),
        ["starting"] = bike => Word(bike.Starting),
        ["lubrication"] = bike => Word(bike.Lubrication),
        ["gearbox-oil"] = bike => Word(bike.GearboxOil),
        ["oil-filter"] = bike => Word(bike.OilFilter),
        ["bodywork-over-oil"] = bike => YesNo(bike.BodyworkOverOil),
        ["oil-pressure-light"] = bike => YesNo(bike.OilPressureLight),
        ["tank-over-plugs"] = bike => YesNo(bike.TankOverPlugs),
        ["air-filter-behind"] = bike => Word(bike.AirFilter),
        ["valves"] = bike => Word(bike.Valves),
        ["fuel"] = bike => Word(bike.Fuel),
        ["ignition"] = bike => Word(bike.Ignition),
        ["fuel-tap"] = bike => Word(bike.FuelTap),
        ["tank"] = bike => Word(bike.Tank),
        ["linkage"] = bike => YesNo(bike.Linkage),
        ["title"] = bike => Word(bike.Title),
        ["battery"] = bike => Word(bike.Battery),
        ["battery-volts"] = bike => bike.BatteryVolts.ToString(System.Globalization.CultureInfo.InvariantCulture),
        ["final-drive"] = bike => Word(bike.FinalDrive),
        ["front-brake"] = bike => Word(bike.FrontBrake),
        ["rear-brake"] = bike => Word(bike.RearBrake),
        ["clutch"] = bike => Word(bike.Clutch),
        ["odometer"] = bike => YesNo(bike.Odometer is not null),
        ["hour-meter"] = bike => YesNo(bike.HourMeter),
        ["engine-level"] = bike =>
            bike.Reservoirs.TryGetValue(ReservoirId.Engine, out var engine) && engine.Level is { } level ? Word(level) : "unknown",
        ["engine-stance"] = bike =>
            bike.Reservoirs.TryGetValue(ReservoirId.Engine, out var engine) ? Word(engine.Stance) : "upright-on-level",
    }.ToFrozenDictionary();

    /// <summary>Every key that a content file may match on.</summary>
    public static ImmutableArray<string> Keys => Derived.Keys;

    public static Capabilities Of(Profile bike) => new(Derived.ToFrozenDictionary(pair => pair.Key, pair => pair.Value(bike)));

    /// <summary>"SpinOn" is written "spin-on" in content files.</summary>
    public static string Word<T>(T value)
        where T : struct, Enum =>
        string.Concat(
            value
                .ToString()
                .Select(
                    (letter, at) =>
                        char.IsUpper(letter) && at > 0 ? "-" + char.ToLowerInvariant(letter) : char.ToLowerInvariant(letter).ToString()
                )
        );

    private static string YesNo(bool value) => value ? "yes" : "no";
}

/// <summary>A structured match: every key named must hold one of its values. Empty matches everything.</summary>
/// <remarks>Keys are capabilities of the bike or, with the prefix "choice.", choices of the job run.</remarks>
public sealed record Applies(ImmutableDictionary<string, ImmutableArray<string>> Wanted)
{
    public static readonly Applies Always = new(ImmutableDictionary<string, ImmutableArray<string>>.Empty);

    public bool To(Capabilities bike, IReadOnlyDictionary<string, string>? choices = null) =>
        Wanted.All(want =>
            want.Key.StartsWith(ChoicePrefix, StringComparison.Ordinal)
                ? choices is not null && choices.TryGetValue(want.Key[ChoicePrefix.Length..], out var chosen) && want.Value.Contains(chosen)
                : bike.Words.TryGetValue(want.Key, out var word) && want.Value.Contains(word)
        );

    /// <summary>Whether it holds for the bike under one choice or another.</summary>
    public bool Possible(Capabilities bike) =>
        Wanted.All(want =>
            want.Key.StartsWith(ChoicePrefix, StringComparison.Ordinal)
            || (bike.Words.TryGetValue(want.Key, out var word) && want.Value.Contains(word))
        );

    public const string ChoicePrefix = "choice.";
}
