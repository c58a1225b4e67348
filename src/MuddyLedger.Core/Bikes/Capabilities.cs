using System.Collections.Concurrent;
using System.Collections.Frozen;
using System.Collections.Immutable;

namespace MuddyLedger.Core.Bikes;

/// <summary>The bike's features as words that content files match on, derived from its profile alone.</summary>
/// <param name="Words">By key, what content can be matched on.</param>
public sealed record Capabilities(IReadOnlyDictionary<string, string> Words)
{
    private static readonly FrozenDictionary<string, Func<Profile, string>> Derived = new Dictionary<string, Func<Profile, string>>
    {
        ["use"] = bike => Word(bike.Use),
        ["stroke"] = bike => Word(bike.Stroke),
        ["cooling"] = bike => Word(bike.Cooling),
        ["fan"] = bike => Word(bike.Cooling != Cooling.Air ? bike.Fan : Fitment.NotFitted),
        ["expansion-tank"] = bike => Word(bike.Cooling == Cooling.Liquid ? bike.ExpansionTank : Fitment.NotFitted),
        ["starting"] = bike => Word(bike.Starting),
        ["built"] = bike => Built(bike.Year),
        ["reeds"] = bike => Word(bike.Stroke == Stroke.Two ? bike.Reeds : Fitment.NotFitted),
        ["power-valve"] = bike => Word(bike.Stroke == Stroke.Two ? bike.PowerValve : Fitment.NotFitted),
        ["silencer-packing"] = bike => Word(UsualFitment(bike.SilencerPacking, bike.Stroke == Stroke.Two || bike.Use == BikeUse.Motocross)),
        ["spark-arrestor"] = bike => Word(bike.SparkArrestor),
        ["primary-chain"] = bike => Word(bike.GearboxOil == GearboxOil.SeparateWithPrimary ? bike.PrimaryChain : Fitment.NotFitted),
        ["decompressor"] = bike => Word(bike.Stroke == Stroke.Four ? bike.Decompressor : Fitment.NotFitted),
        ["valves-per-cylinder"] = bike => bike.ValvesPerCylinder.ToString(System.Globalization.CultureInfo.InvariantCulture),
        ["lubrication"] = bike => Word(bike.Lubrication),
        ["gearbox-oil"] = bike => Word(bike.GearboxOil),
        ["oil-filter"] = bike => Word(bike.OilFilter),
        ["bodywork-over-oil"] = bike => YesNo(bike.BodyworkOverOil),
        ["exhaust-over-oil"] = bike => YesNo(bike.ExhaustOverOil),
        ["inner-panel-over-oil"] = bike => YesNo(bike.InnerPanelOverOil),
        ["gear-linkage-over-oil"] = bike => YesNo(bike.GearLinkageOverOil),
        ["guard-over-oil"] = bike => YesNo(bike.GuardOverOil),
        ["oil-pressure-light"] = bike => YesNo(bike.OilPressureLight),
        ["tank-over-plugs"] = bike => YesNo(bike.TankOverPlugs),
        ["air-filter-behind"] = bike => Word(bike.AirFilter),
        ["air-filter"] = bike => Word(UsualElement(bike)),
        ["valves"] = bike => Word(bike.Valves),
        ["fuel"] = bike => Word(bike.Fuel),
        ["ignition"] = bike => Word(bike.Ignition),
        ["fuel-tap"] = bike => Word(bike.FuelTap),
        ["tank"] = bike => Word(bike.Tank),
        ["linkage"] = bike => YesNo(bike.Linkage),
        ["title"] = bike => Word(bike.Title),
        ["battery"] = bike => Word(bike.Battery),
        ["battery-volts"] = bike => bike.BatteryVolts.ToString(System.Globalization.CultureInfo.InvariantCulture),
        ["transmission"] = bike => Word(bike.Transmission),
        ["final-drive"] = bike => Word(bike.FinalDrive),
        ["front-drive"] = bike => Word(bike.FrontDrive),
        ["wheels"] = bike => Word(UsualWheels(bike)),
        ["front-discs"] = bike =>
            bike.FrontBrake == BrakeKind.Drum ? "0"
            : bike.FrontDiscs == 2 ? "2"
            : "1",
        ["carburettors"] = bike =>
            bike.Fuel != FuelSystem.Carburettor ? "none"
            : bike.Carburettors > 1 ? "several"
            : "one",
        ["abs"] = bike => Word(bike.FrontBrake == BrakeKind.Disc ? bike.Abs : Fitment.NotFitted),
        ["fork"] = bike => bike.Use == BikeUse.Utility ? "none" : "oiled",
        ["front-tyre-inner"] = bike => Word(bike.FrontTyre?.Inner ?? TyreInner.Tube),
        ["rear-tyre-inner"] = bike => Word(bike.RearTyre?.Inner ?? TyreInner.Tube),
        ["front-brake"] = bike => Word(bike.FrontBrake),
        ["rear-brake"] = bike => Word(bike.RearBrake),
        ["clutch"] = bike => Word(bike.Clutch),
        ["odometer"] = bike => YesNo(bike.Odometer is not null),
        ["hour-meter"] = bike => YesNo(bike.HourMeter),
        ["engine-level"] = bike =>
            bike.Reservoirs.TryGetValue(ReservoirId.Engine, out var engine) && engine.Level is { } level ? Word(level) : "unknown",
        ["gearbox-level"] = bike =>
            bike.Reservoirs.TryGetValue(ReservoirId.Gearbox, out var gearbox) && gearbox.Level is { } level ? Word(level) : "unknown",
        ["engine-stance"] = bike =>
            bike.Reservoirs.TryGetValue(ReservoirId.Engine, out var engine) ? Word(engine.Stance) : "upright-on-level",
    }.ToFrozenDictionary();

    /// <summary>Every key that a content file may match on.</summary>
    public static ImmutableArray<string> Keys => Derived.Keys;

    /// <summary>All words that its profile answers.</summary>
    public static Capabilities Of(Profile bike) => new(Derived.ToDictionary(pair => pair.Key, pair => pair.Value(bike)));

    /// <summary>"SpinOn" is written "spin-on" in content files.</summary>
    public static string Word<T>(T value)
        where T : struct, Enum => Kebabs.GetOrAdd(value.ToString(), Kebab);

    /// <summary>Every value of an enumeration by its word in content files.</summary>
    public static IReadOnlyDictionary<string, Enum> Named(Type kind) =>
        ByWord.GetOrAdd(
            kind,
            one =>
                Enum.GetValues(one)
                    .Cast<Enum>()
                    .Select(value => (Word: Kebab(value.ToString()), Value: value))
                    .DistinctBy(pair => pair.Word)
                    .ToDictionary(pair => pair.Word, pair => pair.Value)
        );

    // By boxed values: made out for each enumeration apart, each would have to be compiled at every start.
    private static readonly ConcurrentDictionary<string, string> Kebabs = new();
    private static readonly ConcurrentDictionary<Type, IReadOnlyDictionary<string, Enum>> ByWord = new();

    private static string Kebab(string name) =>
        string.Concat(
            name.Select(
                (letter, at) => char.IsUpper(letter) && at > 0 ? $"-{char.ToLowerInvariant(letter)}" : $"{char.ToLowerInvariant(letter)}"
            )
        );

    /// <summary>
    /// By the year it was built: what is usual of flat tappets, points and bearings differs with it, and so do intervals. House
    /// boundaries.
    /// </summary>
    private static string Built(int year) =>
        year is 0 or >= 2000 ? "from-2000"
        : year >= 1985 ? "1985-to-1999"
        : "before-1985";

    // What nobody has looked for is taken as is usual for the kind of bike: a task too many is struck by its owner, one that is missing is
    // missed by nobody.
    private static Fitment UsualFitment(Fitment known, bool usual) =>
        known != Fitment.NotKnown ? known
        : usual ? Fitment.Fitted
        : Fitment.NotFitted;

    private static AirFilterElement UsualElement(Profile bike) =>
        bike.AirFilterElement != AirFilterElement.NotKnown ? bike.AirFilterElement
        : bike.Use is BikeUse.Road or BikeUse.DualSport ? AirFilterElement.Paper
        : AirFilterElement.Foam;

    private static WheelBuild UsualWheels(Profile bike) =>
        bike.Wheels != WheelBuild.NotKnown ? bike.Wheels
        : bike.Use is BikeUse.Road && bike.Year is 0 or >= 1985 ? WheelBuild.Cast
        : WheelBuild.Spoked;

    private static string YesNo(bool value) => value ? "yes" : "no";
}

/// <summary>A structured match: every key named must hold one of its values. Empty matches everything.</summary>
/// <param name="Wanted">By key, the words of which one must hold; all keys must.</param>
/// <remarks>Keys are capabilities of the bike or, with the prefix "choice.", choices of the job run.</remarks>
public sealed record Applies(ImmutableDictionary<string, ImmutableArray<string>> Wanted)
{
    /// <summary>On every bike.</summary>
    public static readonly Applies Always = new(ImmutableDictionary<string, ImmutableArray<string>>.Empty);

    /// <summary>Whether all that is wanted is so.</summary>
    /// <param name="choices">What was chosen; null where nothing can be: what asks for a choice then does not apply.</param>
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

    /// <summary>Before a key that is a choice of the run.</summary>
    public const string ChoicePrefix = "choice.";
}
