using System.Collections.Immutable;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Sums;

namespace MuddyLedger.Core.Fluids;

/// <summary>Which grade is advised.</summary>
public enum OilSchool
{
    Makers,
    HeavierInHeat,
}

/// <summary>What the coming weeks ask of an oil, and whether the one that is in suits them.</summary>
/// <param name="School">The maker's grade, or a heavier one in heat.</param>
/// <param name="Grade">What to pour; null where the profile does not say.</param>
/// <param name="Coldest">Degrees Celsius: the coldest start ahead.</param>
/// <param name="Hottest">Degrees Celsius: the hottest ride ahead.</param>
/// <param name="CranksTo">The coldest start that the grade in it allows (SAE J300, from memory); null where its name says no W
/// grade.</param>
/// <param name="ColdEnough">What is in it can be cranked at the coldest.</param>
/// <param name="Suits">Grades that the weather allows.</param>
/// <param name="HeldBack">Why the heavier grade is not advised though the owner chose that school; null where it is, or was not
/// chosen.</param>
/// <param name="Cost">What the heavier grade costs on a cold morning; null where it is not advised.</param>
public sealed record OilAdvice(
    OilSchool School,
    string? Grade,
    double Coldest,
    double Hottest,
    double? CranksTo,
    bool ColdEnough,
    ImmutableArray<string> Suits,
    string? HeldBack,
    string? Cost
)
{
    /// <summary>Below this coldest start the heavier school is off, whatever was chosen (house value).</summary>
    public const double OffBelow = 5;

    /// <summary>Where the engine's own oil is, and what the coming days ask of it.</summary>
    /// <param name="coldest">Degrees Celsius; of the days ahead.</param>
    /// <param name="hottest">Degrees Celsius; of the same days.</param>
    /// <returns>Null of an engine without an oil of its own: a two-stroke's is burnt.</returns>
    public static (ReservoirId Reservoir, OilAdvice Advice)? For(Profile bike, BikeLedger ledger, double coldest, double hottest)
    {
        ReservoirId? oil = bike.Lubrication switch
        {
            Lubrication.WetSump or Lubrication.Splash => ReservoirId.Engine,
            Lubrication.DrySump => ReservoirId.OilTank,
            _ => null,
        };
        if (oil is not { } reservoir)
            return null;
        var advice = Of(
            bike.Reservoirs.GetValueOrDefault(reservoir)?.Grade,
            FluidChain.StateOf(reservoir, ledger).Contents?.Fluid,
            coldest,
            hottest,
            bike.Cooling == Cooling.Air,
            bike.HeavierOilInHeat
        );
        return (reservoir, advice);
    }

    /// <param name="wanted">The maker's grade, as the profile has it.</param>
    /// <param name="inside">What is in it; null where it is not known.</param>
    /// <param name="heavierChosen">The owner's yes to a heavier grade for a bike ridden only in heat and warmed up with care.</param>
    public static OilAdvice Of(string? wanted, string? inside, double coldest, double hottest, bool airCooled, bool heavierChosen)
    {
        var cranks = ColdGradeOf(inside ?? wanted) is { } cold ? cold.CranksTo : (double?)null;
        var enough = cranks is null || cranks <= coldest;
        var suits = Viscosity.Multigrades(coldest, hottest, airCooled);
        var heavier = Heavier(wanted);
        if (!heavierChosen || heavier is null)
            return new(
                School: OilSchool.Makers,
                Grade: wanted,
                Coldest: coldest,
                Hottest: hottest,
                CranksTo: cranks,
                ColdEnough: enough,
                Suits: suits,
                HeldBack: null,
                Cost: null
            );
        if (coldest < OffBelow)
            return new(
                School: OilSchool.Makers,
                Grade: wanted,
                Coldest: coldest,
                Hottest: hottest,
                CranksTo: cranks,
                ColdEnough: enough,
                Suits: suits,
                HeldBack: $"The coldest start ahead is {coldest:0} °C: the maker's grade until it is warmer.",
                Cost: null
            );
        var then = ColdGradeOf(heavier)!;
        return new(
            School: OilSchool.HeavierInHeat,
            Grade: heavier,
            Coldest: coldest,
            Hottest: hottest,
            CranksTo: cranks,
            ColdEnough: enough,
            Suits: suits,
            HeldBack: null,
            Cost: $"On a cold morning it flows late: it may be cranked down to {then.CranksTo:0} °C only, and needs a longer warm-up."
        );
    }

    /// <summary>The next grade up on both sides: 10W-40 becomes 15W-50; null where there is none, or the name says no multigrade.</summary>
    public static string? Heavier(string? grade)
    {
        if (grade is null || Multigrade(grade) is not { } read)
            return null;
        var cold = Viscosity.Cold.Select(one => one.Grade).ToList();
        var hot = Viscosity.Hot.Select(one => one.Grade).ToList();
        var (at, to) = (cold.IndexOf($"{read.Cold}W"), hot.IndexOf($"{read.Hot}"));
        return at < 0 || to < 0 || at + 1 >= cold.Count || to + 1 >= hot.Count
            ? null
            : grade.Replace(read.Text, $"{cold[at + 1]}-{hot[to + 1]}", StringComparison.Ordinal);
    }

    private static ColdGrade? ColdGradeOf(string? grade) =>
        grade is not null && Multigrade(grade) is { } read ? Viscosity.Cold.FirstOrDefault(one => one.Grade == $"{read.Cold}W") : null;

    private static (string Text, int Cold, int Hot)? Multigrade(string grade)
    {
        var match = Regex.Match(grade, @"\b(\d{1,2})W-?(\d{2})\b", RegexOptions.CultureInvariant, TimeSpan.FromSeconds(1));
        return match.Success
            ? (
                match.Value,
                int.Parse(match.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture),
                int.Parse(match.Groups[2].Value, System.Globalization.CultureInfo.InvariantCulture)
            )
            : null;
    }
}
