using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Viewings;

/// <summary>What a look shows in the practice yard.</summary>
/// <param name="Point">Where.</param>
/// <param name="Grade">What it amounts to.</param>
/// <param name="Shows">What one sees, hears or measures, in words.</param>
/// <param name="Minutes">That it took.</param>
public sealed record PracticeLook(string Point, Grade Grade, string Shows, double Minutes);

/// <summary>A fault as it truly was, and whether it was found.</summary>
/// <param name="Point">Where.</param>
/// <param name="Grade">How bad.</param>
/// <param name="Cost">Money.</param>
/// <param name="LookedAt">Somebody looked there.</param>
/// <param name="Found">And the look showed it.</param>
public sealed record PracticeFault(string Point, Grade Grade, double Cost, bool LookedAt, bool Found);

/// <summary>How a round ended.</summary>
/// <param name="Sold">Whether the seller took the offer.</param>
/// <param name="SellersLimit">Money: the least that would have been taken.</param>
/// <param name="TrueCost">Money, of everything that was wrong.</param>
/// <param name="TrueWorth">Money: worth when sound, less that.</param>
/// <param name="LeftOver">Worth when sound, less the true cost and what was paid; below 0 it was a bad buy. Of a bike not bought: what was
/// let go.</param>
/// <param name="Computed">The walk-away price that the same looks give.</param>
/// <param name="Faults">The dearest first.</param>
/// <param name="Best">The looks that would have told most, one after the other, in the same time.</param>
/// <param name="BestComputed">The walk-away price that those give.</param>
/// <param name="Honest">The seller.</param>
public sealed record PracticeEnd(
    bool Sold,
    double SellersLimit,
    double TrueCost,
    double TrueWorth,
    double LeftOver,
    double Computed,
    ImmutableArray<PracticeFault> Faults,
    ImmutableArray<string> Best,
    double BestComputed,
    bool Honest
);

/// <summary>
/// A made-up bike to practise on: hidden faults, a seller who talks, a budget of minutes. All of it follows from the kind of bike and a
/// number, so that a round can be shared and played again.
/// </summary>
/// <param name="Set">The set that it is made from.</param>
/// <param name="Seed">The number that makes it again.</param>
/// <param name="Details">As an advert would have them.</param>
/// <param name="Hidden">What is truly wrong.</param>
/// <param name="Value">Money: worth when sound.</param>
/// <param name="SellersLimit">Money: the least that would be taken.</param>
/// <param name="Minutes">That one has.</param>
/// <param name="Content">Points, claims and questions.</param>
/// <param name="Today">The day of the round.</param>
public sealed record PracticeRound(
    string Set,
    int Seed,
    ViewingDetails Details,
    HiddenBike Hidden,
    double Value,
    double SellersLimit,
    double Minutes,
    ViewingContent Content,
    LocalDate Today
)
{
    /// <summary>House value: a round is short, and a real yard has no more patience.</summary>
    private const double MinutesGiven = 7;

    private static readonly ImmutableArray<string> Names =
    [
        "Tarn Foot",
        "Sheepfold",
        "Peat Road",
        "Quarry Gate",
        "Old Sluice",
        "Black Ridge",
        "Mill Race",
        "Fell End",
    ];

    /// <param name="profile">Of the shipped set.</param>
    public static PracticeRound Make(string set, Profile profile, ViewingContent content, int seed, LocalDate today)
    {
        var random = new Random(unchecked((seed * 7919) + set.Length));
        var year = today.Year - random.Next(3, 13);
        var age = today.Year - year;
        // Made up: a price when new by size, falling by a fourteenth a year.
        var value = Math.Round((2_200 + (profile.DisplacementCc * 9.0)) * Math.Pow(13.0 / 14, age) / 10) * 10;
        var kind = profile.Odometer is not null ? MeterKind.Odometer : MeterKind.HourMeter;
        var meter =
            !profile.Has(kind) ? (MeterAmount?)null
            : kind == MeterKind.Odometer ? MeterAmount.Of(kind, random.Next(1_500, 5_000) * age * 1000L)
            : MeterAmount.Of(kind, Math.Round((decimal)(random.Next(5, 20) * age), 1));
        var details = new ViewingDetails
        {
            Set = set,
            Profile = profile with
            {
                Nickname = $"{Names[random.Next(Names.Length)]} {seed}",
                Make = "Fellhound",
                Model = "practice bike",
                Year = year,
                Title = TitleStatus.Unknown,
            },
            SoldAs = SoldAs.Runner,
            Meter = meter,
            HourlyRate = Money.Of(12),
            StatedValue = Money.Of((decimal)value),
        };
        var hidden = HiddenBike.Make(details, content, ViewingSnapshot.WearOf(details, today), seed);
        // A seller knows half of what is wrong; an honest one asks accordingly, another as if nothing were.
        var asking = Math.Max(
            150,
            Math.Round((value * (0.92 + (random.NextDouble() * 0.2)) - (hidden.Honest ? hidden.TrueCost * 0.4 : 0)) / 50) * 50
        );
        var limit = Math.Max(
            80,
            Math.Round(
                Math.Min(asking * 0.95, (asking * (0.72 + (random.NextDouble() * 0.2))) - (hidden.Honest ? hidden.TrueCost * 0.1 : 0)) / 10
            ) * 10
        );
        return new(
            Set: set,
            Seed: seed,
            Details: details with
            {
                Asking = Money.Of((decimal)asking),
            },
            Hidden: hidden,
            Value: value,
            SellersLimit: limit,
            Minutes: MinutesGiven,
            Content: content,
            Today: today
        );
    }

    /// <summary>Those that apply to its bike.</summary>
    public ImmutableArray<Point> Points => Hidden.Points;

    /// <summary>What one look shows. The ride is no part of a round, nor is what costs nothing to know.</summary>
    public PracticeLook Look(string id)
    {
        var point = Points.First(point => point.Id == id);
        var grade = Hidden.LookAt(id);
        var shows =
            point.Scale is { } scale && !point.DateCode
                ? $"{Measured(scale, grade):0.##} {scale.Unit.Symbol}. {(grade <= Grade.Slight ? point.Sound : point.Bad)}"
            : point.DateCode ? $"{(int)Measured(point.Scale!, grade)} years old. {(grade <= Grade.Slight ? point.Sound : point.Bad)}"
            : grade switch
            {
                Grade.Sound => point.Sound,
                Grade.Slight => $"Nearly so: {point.Sound}",
                Grade.Worn => $"Some of this: {point.Bad}",
                _ => point.Bad,
            };
        return new(id, grade, shows, point.Minutes);
    }

    /// <param name="looked">In the order of looking; what goes beyond the minutes was not seen.</param>
    public PracticeEnd End(ImmutableArray<string> looked, double offer)
    {
        var seen = InTime(looked);
        var (best, bestSnapshot) = BestLooks();
        var faults = Hidden
            .Faults.Select(fault => new PracticeFault(
                fault.Key,
                fault.Value.Grade,
                fault.Value.Cost,
                seen.Contains(fault.Key),
                seen.Contains(fault.Key) && Hidden.LookAt(fault.Key) >= Grade.Worn
            ))
            .OrderByDescending(fault => fault.Cost)
            .ToImmutableArray();
        var sold = offer >= SellersLimit;
        var worth = Value - Hidden.TrueCost;
        return new(
            Sold: sold,
            SellersLimit: SellersLimit,
            TrueCost: Hidden.TrueCost,
            TrueWorth: worth,
            LeftOver: worth - (sold ? offer : SellersLimit),
            Computed: Snapshot(seen).Repaired!.WalkAway,
            Faults: faults,
            Best: best,
            BestComputed: bestSnapshot.Repaired!.WalkAway,
            Honest: Hidden.Honest
        );
    }

    /// <summary>As many looks as the minutes allow.</summary>
    public ImmutableArray<string> InTime(ImmutableArray<string> looked)
    {
        var (seen, left) = (ImmutableArray.CreateBuilder<string>(), Minutes);
        foreach (var id in looked.Distinct())
        {
            if (Points.FirstOrDefault(point => point.Id == id) is not { } point || (left -= point.Minutes) < 0)
                break;
            seen.Add(id);
        }

        return seen.ToImmutable();
    }

    /// <summary>What the real sums makes of these looks and of what the seller said.</summary>
    public ViewingSnapshot Snapshot(ImmutableArray<string> seen)
    {
        var acts = Hidden
            .Claims.Select(ViewingAct (claim) => new ClaimHeard(claim, claim))
            .Concat(Hidden.Admitted.Select(point => new FaultAdmitted(point, "said so")))
            .Concat(seen.Select(point => new PointGraded(point, Hidden.LookAt(point))));
        return ViewingSnapshot.Of(
            Details,
            acts.Select(act => new ViewingEvent(Guid.Empty, Instant.MinValue, "practice", act)),
            Content,
            ImmutableDictionary<string, FaultCost>.Empty,
            Today
        );
    }

    /// <summary>Always the few looks that tell most for their minutes, given all that the ones before have shown.</summary>
    private (ImmutableArray<string> Order, ViewingSnapshot Snapshot) BestLooks()
    {
        var (order, left) = (ImmutableArray<string>.Empty, Minutes);
        var snapshot = Snapshot(order);
        while (order.Length < MostLooks)
        {
            var before = order.Length;
            foreach (var look in snapshot.Next(Details, knockOuts: false).Where(look => look.Change > 0))
            {
                if (order.Length == before + AtOnce)
                    break;
                if (look.Minutes > left)
                    continue;
                order = order.Add(look.Point);
                left -= look.Minutes;
            }

            if (order.Length == before)
                break;
            snapshot = Snapshot(order);
        }

        return (order, snapshot);
    }

    private const int MostLooks = 40;
    private const int AtOnce = 4;

    /// <summary>A reading in the middle of the band that is nearest to a grade: of two as near, the lower one.</summary>
    private static decimal InBand(LimitRow row, Grade grade)
    {
        var at = Enumerable.Range(0, row.Bands.Length).MinBy(one => Math.Abs((int)row.Bands[one].Grade - (int)grade));
        var (low, high) = (at == 0 ? 0 : row.Bands[at - 1].Upto!.Value, row.Bands[at].Upto);
        return high is { } end ? (low + end) / 2 : low * 1.2m;
    }

    private static decimal Measured(MeasureScale scale, Grade grade)
    {
        if (scale.Row is { } row)
            return InBand(row, grade);
        // A made-up disc is stamped 4.5 and was 5.0 when new.
        if (scale.Stamped)
            return 5.0m - (0.5m * (decimal)grade.Severity()) - (grade == Grade.Failed ? 0.05m : 0);
        var share = (decimal)grade.Severity();
        var (from, to) = scale.FailsBelow is { } below ? (scale.SoundFrom, below) : (scale.SoundTo, scale.FailsAbove!.Value);
        return Math.Max(0, from + ((to - from) * share));
    }
}
