using System.Collections.Immutable;

namespace MuddyLedger.Core.Bikes;

/// <summary>What an owner says of a bike that no shipped kind names; null for what they do not know.</summary>
/// <param name="Use">Null where not answered.</param>
/// <param name="Lubrication">Null where not answered.</param>
/// <param name="Cylinders">1 to 8.</param>
/// <param name="Fuel">Null where not answered.</param>
/// <param name="Cooling">Null where not answered.</param>
/// <param name="Starting">Null where not answered.</param>
/// <param name="Transmission">Null where not answered.</param>
/// <param name="FinalDrive">Null where not answered.</param>
/// <param name="FrontBrake">Null where not answered.</param>
/// <param name="RearBrake">Null where not answered.</param>
public sealed record KindAnswers(
    BikeUse? Use = null,
    Lubrication? Lubrication = null,
    int? Cylinders = null,
    FuelSystem? Fuel = null,
    Cooling? Cooling = null,
    Starting? Starting = null,
    Transmission? Transmission = null,
    FinalDrive? FinalDrive = null,
    BrakeKind? FrontBrake = null,
    BrakeKind? RearBrake = null
);

/// <summary>The shipped kind that a few answers come nearest to, with the answers put in.</summary>
/// <param name="Set">The one that fits best.</param>
/// <param name="Profile">The set's, but for what was answered.</param>
public sealed record NearestSet(ProfileSet Set, Profile Profile)
{
    /// <summary>
    /// What decides most of a bike counts most (house values): how it shifts and how it is oiled rule what else it has, its use comes next.
    /// Where two are as near, the one that is shipped first.
    /// </summary>
    private static readonly ImmutableArray<(int Weight, Func<KindAnswers, Profile, bool?> Agrees)> Questions =
    [
        (16, (asked, bike) => Same(asked.Transmission, bike.Transmission)),
        (8, (asked, bike) => asked.Lubrication is { } oiled ? IsTwo(oiled) == (bike.Stroke == Stroke.Two) : null),
        (4, (asked, bike) => Same(asked.Lubrication, bike.Lubrication)),
        (4, (asked, bike) => Same(asked.Use, bike.Use)),
        (2, (asked, bike) => Same(asked.Cylinders, bike.Cylinders)),
        (2, (asked, bike) => Same(asked.Fuel, bike.Fuel)),
        (2, (asked, bike) => Same(asked.Cooling, bike.Cooling)),
        (2, (asked, bike) => Same(asked.FinalDrive, bike.FinalDrive)),
        (1, (asked, bike) => Same(asked.Starting, bike.Starting)),
        (1, (asked, bike) => Same(asked.FrontBrake, bike.FrontBrake)),
        (1, (asked, bike) => Same(asked.RearBrake, bike.RearBrake)),
    ];

    /// <summary>The set that the answers fit best, by their weights, with the answers put on it; of several alike the first.</summary>
    public static NearestSet Of(IReadOnlyCollection<ProfileSet> sets, KindAnswers asked)
    {
        var set = sets.MaxBy(one => Questions.Sum(question => question.Agrees(asked, one.Profile) == true ? question.Weight : 0))!;
        return new(set, On(set.Profile, asked));
    }

    private static Profile On(Profile set, KindAnswers asked)
    {
        var kind = BikeKind.Of(set);
        var bike = (
            kind with
            {
                Lubrication = asked.Lubrication ?? kind.Lubrication,
                Fuel = asked.Fuel ?? kind.Fuel,
                Cooling = asked.Cooling ?? kind.Cooling,
                Fan = (asked.Cooling ?? kind.Cooling) == kind.Cooling ? kind.Fan : Fitment.NotKnown,
                Starting = asked.Starting ?? kind.Starting,
                FinalDrive = asked.FinalDrive ?? kind.FinalDrive,
                FrontBrake = asked.FrontBrake ?? kind.FrontBrake,
                RearBrake = asked.RearBrake ?? kind.RearBrake,
                // A button wants a battery; which one nobody has said.
                Battery =
                    kind.Battery == BatteryKind.None && asked.Starting is Starting.Electric or Starting.Both
                        ? BatteryKind.AgmOrGel
                        : kind.Battery,
                Valves =
                    kind.Valves == ValveAdjustment.None && asked.Lubrication is { } oiled && !IsTwo(oiled)
                        ? ValveAdjustment.ScrewAndLocknut
                        : kind.Valves,
            }
        ).On(set);
        return bike with
        {
            Use = asked.Use ?? bike.Use,
            Cylinders = asked.Cylinders ?? bike.Cylinders,
            Carburettors =
                bike.Fuel != FuelSystem.Carburettor ? 0
                : set.Carburettors == 0 ? 1
                : Math.Min(set.Carburettors, asked.Cylinders ?? set.Carburettors),
            FrontDiscs =
                bike.FrontBrake != BrakeKind.Disc ? 0
                : set.FrontDiscs == 0 ? 1
                : set.FrontDiscs,
        };
    }

    private static bool IsTwo(Lubrication oiled) => oiled is Lubrication.Premix or Lubrication.OilInjection;

    private static bool? Same<T>(T? asked, T has)
        where T : struct => asked is { } answer ? answer.Equals(has) : null;
}
