using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Tests.Content;

/// <summary>
/// Every bike that the profile's form can make, as a product of its choices: all pairs of them, and a seeded sample beyond.
/// </summary>
internal static class EveryKind
{
    /// <summary>One question of the form: its name, and what each of its answers does to the profile.</summary>
    private sealed record Question(string Name, ImmutableArray<Func<Profile, Profile>> Answers);

    private static Question Of<T>(string name, Func<Profile, T, Profile> set, params T[] values) =>
        new(name, [.. values.Select(value => (Func<Profile, Profile>)(bike => set(bike, value)))]);

    private static Question Each<T>(string name, Func<Profile, T, Profile> set)
        where T : struct, Enum => Of(name, set, Enum.GetValues<T>());

    private static readonly ImmutableArray<Question> Form =
    [
        Each<BikeUse>("use", (bike, one) => bike with { Use = one }),
        Each<Lubrication>(
            "lubrication",
            (bike, one) =>
                bike with
                {
                    Lubrication = one,
                    Stroke = one is Lubrication.Premix or Lubrication.OilInjection ? Stroke.Two : Stroke.Four,
                }
        ),
        Each<GearboxOil>("gearbox oil", (bike, one) => bike with { GearboxOil = one }),
        Each<OilFilter>("oil filter", (bike, one) => bike with { OilFilter = one }),
        Each<Cooling>("cooling", (bike, one) => bike with { Cooling = one }),
        Each<Fitment>("fan", (bike, one) => bike with { Fan = one }),
        Each<Fitment>("expansion tank", (bike, one) => bike with { ExpansionTank = one }),
        Each<Starting>("starting", (bike, one) => bike with { Starting = one }),
        Each<ValveAdjustment>("valves", (bike, one) => bike with { Valves = one }),
        Of("valves per cylinder", (bike, one) => bike with { ValvesPerCylinder = one }, 0, 2, 3, 4, 5),
        Each<Fitment>("abs", (bike, one) => bike with { Abs = one }),
        Each<FuelSystem>("fuel", (bike, one) => bike with { Fuel = one }),
        Each<Ignition>("ignition", (bike, one) => bike with { Ignition = one }),
        Each<FuelTap>("fuel tap", (bike, one) => bike with { FuelTap = one }),
        Each<BatteryKind>("battery", (bike, one) => bike with { Battery = one }),
        Each<Transmission>("transmission", (bike, one) => bike with { Transmission = one }),
        Each<FinalDrive>("final drive", (bike, one) => bike with { FinalDrive = one }),
        Each<FrontDrive>("front drive", (bike, one) => bike with { FrontDrive = one }),
        Each<BrakeKind>("front brake", (bike, one) => bike with { FrontBrake = one }),
        Each<BrakeKind>("rear brake", (bike, one) => bike with { RearBrake = one }),
        Each<ClutchControl>("clutch", (bike, one) => bike with { Clutch = one }),
        Each<AirFilterElement>("air filter", (bike, one) => bike with { AirFilterElement = one }),
        Each<AirFilterBehind>("air filter behind", (bike, one) => bike with { AirFilter = one }),
        Each<WheelBuild>("wheels", (bike, one) => bike with { Wheels = one }),
        Each<Fitment>("reeds", (bike, one) => bike with { Reeds = one }),
        Each<Fitment>("power valve", (bike, one) => bike with { PowerValve = one }),
        Each<Fitment>("silencer packing", (bike, one) => bike with { SilencerPacking = one }),
        Each<Fitment>("spark arrestor", (bike, one) => bike with { SparkArrestor = one }),
        Each<Fitment>("primary chain", (bike, one) => bike with { PrimaryChain = one }),
        Each<Fitment>("decompressor", (bike, one) => bike with { Decompressor = one }),
        Each<TitleStatus>("title", (bike, one) => bike with { Title = one }),
        Of("linkage", (bike, one) => bike with { Linkage = one }, true, false),
        Of("year", (bike, one) => bike with { Year = one }, 1974, 1992, 2016),
        Of("cylinders", (bike, one) => bike with { Cylinders = one }, 1, 2, 4),
        Of(
            "tyre",
            (bike, one) => bike with { FrontTyre = new(null, null, null, one), RearTyre = new(null, null, null, one) },
            TyreInner.Tube,
            TyreInner.Tubeless,
            TyreInner.FoamInsert
        ),
        Of(
            "meter",
            (bike, one) => bike with { HourMeter = one == "hours", Odometer = one == "miles" ? new(OdometerUnit.Miles, 6) : null },
            "hours",
            "miles",
            "none"
        ),
    ];

    /// <summary>The same bikes at every run.</summary>
    public static readonly ImmutableArray<Profile> Pairs = AllPairs(new Random(20260418));

    public static readonly ImmutableArray<Profile> All =
    [
        .. Pairs,
        .. Given.Content.Sets.Select(set => set.Profile with { Nickname = set.Id }),
        .. Sample(2_000, new Random(18042026)),
    ];

    /// <summary>How it would be told apart, for a test that names it.</summary>
    public static string Say(Profile bike) =>
        $"{bike.Nickname} ({bike.Use}, {bike.Stroke}-stroke {bike.Year}, {bike.Lubrication}, {bike.GearboxOil}, {bike.OilFilter}, "
        + $"{bike.Valves}, {bike.Fuel}, {bike.Battery}, {bike.Transmission}, {bike.FinalDrive}, {bike.FrontBrake}/{bike.RearBrake}, "
        + $"{bike.Clutch}, {bike.Cooling})";

    private static Profile Built(IEnumerable<int> answers, int number)
    {
        var bike = Form.Zip(answers)
            .Aggregate(Given.Drumlin with { Nickname = $"kind {number}" }, (made, pair) => pair.First.Answers[pair.Second](made));
        return bike with { Reservoirs = ImmutableDictionary<ReservoirId, ReservoirSpec>.Empty, Carburettors = 0 };
    }

    private static bool CanBe(Profile bike) => ProfileCheck.Of(bike, 2026).IsEmpty;

    private static int[] Drawn(Random random) => [.. Form.Select(question => random.Next(question.Answers.Length))];

    private static IEnumerable<Profile> Sample(int count, Random random)
    {
        for (var made = 0; made < count; )
            if (Built(Drawn(random), 10_000 + made) is var bike && CanBe(bike))
            {
                made++;
                yield return bike;
            }
    }

    private static ImmutableArray<Profile> AllPairs(Random random)
    {
        var open = (
            from one in Enumerable.Range(0, Form.Length)
            from other in Enumerable.Range(one + 1, Form.Length - one - 1)
            from a in Enumerable.Range(0, Form[one].Answers.Length)
            from b in Enumerable.Range(0, Form[other].Answers.Length)
            select (one, a, other, b)
        ).ToHashSet();
        var bikes = ImmutableArray.CreateBuilder<Profile>();
        while (open.Count > 0)
        {
            var (one, a, other, b) = open.First();
            var found = false;
            for (var attempt = 0; attempt < 2_000 && !found; attempt++)
            {
                var answers = Drawn(random);
                (answers[one], answers[other]) = (a, b);
                var bike = Built(answers, bikes.Count);
                if (!CanBe(bike))
                    continue;
                found = true;
                bikes.Add(bike);
                for (var first = 0; first < Form.Length; first++)
                for (var second = first + 1; second < Form.Length; second++)
                    open.Remove((first, answers[first], second, answers[second]));
            }
            // No bike has both: the form refuses the pair.
            open.Remove((one, a, other, b));
        }
        return bikes.ToImmutable();
    }
}
