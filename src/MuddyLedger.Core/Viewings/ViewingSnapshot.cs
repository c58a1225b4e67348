using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.Core.Viewings;

/// <summary>All points, claims and questions that ship.</summary>
/// <param name="Points">What is looked at.</param>
/// <param name="Claims">What sellers say.</param>
/// <param name="Questions">What is asked of them.</param>
public sealed record ViewingContent(ImmutableArray<Point> Points, ImmutableArray<Claim> Claims, ImmutableArray<Question> Questions)
{
    /// <summary>The points.</summary>
    public IReadOnlyDictionary<string, Point> ById { get; } = Points.ToDictionary(point => point.Id);
}

/// <summary>All that Core makes of a viewing: from its details, its taps and the content alone.</summary>
/// <param name="Points">Those that apply, in walking order.</param>
/// <param name="State">What was tapped.</param>
/// <param name="Score">Of the whole bike.</param>
/// <param name="Zones">Part by part.</param>
/// <param name="Claims">Those that were heard.</param>
/// <param name="Trust">In the seller.</param>
/// <param name="SignsOfHiding">By point.</param>
/// <param name="Faults">What may be wrong, as the money sees it.</param>
/// <param name="Cost">To put it right.</param>
/// <param name="Value">When sound.</param>
/// <param name="Papers">Money taken off for a missing title; 0 where it is there.</param>
/// <param name="Repaired">What one could offer if every fault were only a matter of money, a knock-out too: what the practice yard goes by.
/// Null where no value is known.</param>
/// <param name="Judgement">What it comes to.</param>
/// <param name="RideShutBy">The points that the ride waits for.</param>
public sealed record ViewingSnapshot(
    ImmutableArray<Point> Points,
    ViewingState State,
    Score Score,
    ImmutableArray<ZoneScore> Zones,
    ImmutableArray<CheckedClaim> Claims,
    Trust Trust,
    ImmutableArray<string> SignsOfHiding,
    ImmutableArray<PossibleFault> Faults,
    RepairCost Cost,
    SoundValue Value,
    double Papers,
    Offers? Repaired,
    Judgement Judgement,
    ImmutableArray<string> RideShutBy
)
{
    /// <summary>What to offer. Null where no value is known, and where a knock-out has decided: no sum makes up for that.</summary>
    public Offers? Offers => Judgement.KnockedOut ? null : Repaired;

    /// <summary>The words by which points are matched beside the bike's own: how it is sold.</summary>
    public static readonly ImmutableArray<string> Choices = ["sold-as"];

    /// <param name="prices">The owner's own prices, by point, in place of the shipped ones.</param>
    public static ViewingSnapshot Of(
        ViewingDetails details,
        IEnumerable<ViewingEvent> events,
        ViewingContent content,
        IReadOnlyDictionary<string, FaultCost> prices,
        LocalDate today
    )
    {
        var points = PointsOf(details, content);
        var state = ViewingState.Of(events, content.ById);
        // What was seen at a point that does not apply (the profile was changed) is kept and not counted.
        var seen = points.Where(point => state.Seen.ContainsKey(point.Id)).ToDictionary(point => point.Id, point => state.Seen[point.Id]);
        // What this very bike has not got counts neither for it nor against it.
        var fitted = points.Where(point => !state.IsNotFitted(point.Id)).ToImmutableArray();
        var claims = content
            .Claims.Where(claim => state.Claims.ContainsKey(claim.Id))
            .Select(claim => Trust.Stand(claim, seen))
            .ToImmutableArray();
        var hiding = points
            .Where(point =>
                point.LowersTrust
                && (
                    seen.TryGetValue(point.Id, out var found)
                        ? found.Grade >= Grade.Worn
                        : state.Left.GetValueOrDefault(point.Id, LeftBecause.NoTime) == LeftBecause.Refused
                )
            )
            .Select(point => point.Id)
            .ToImmutableArray();
        var trust = Trust.Of(claims, hiding.Length);
        var use = WearOf(details, today);
        var faults = fitted
            .Where(point => point.Say is not null)
            .Select(point => FaultOf(point, seen, state, details, prices, use))
            .ToImmutableArray();
        var rate = (double)details.HourlyRate.Amount;
        var cost = RepairCost.Of(faults, trust, rate);

        var scored = fitted.Where(point => point.Weight > 0).ToList();
        var score = Score.Of(scored, seen);
        var zones = scored
            .GroupBy(point => point.Zone)
            .OrderBy(group => group.Key)
            .Select(group => new ZoneScore(
                group.Key,
                Score.Of(group, seen),
                group.Count(),
                group.Count(point => seen.ContainsKey(point.Id))
            ))
            .ToImmutableArray();
        var knocked = points
            .Where(point => point.KnockOut is not null && seen.TryGetValue(point.Id, out var found) && found.Grade >= Grade.Bad)
            .Select(point => (point.Id, point.KnockOut!.Value))
            .ToList();
        var titleMissing = seen.TryGetValue(TitlePoint, out var title)
            ? title.Grade >= Grade.Bad
            : details.Profile.Title == TitleStatus.NoPapers;
        var papers = titleMissing ? (double)details.PapersDiscount.Amount : 0;
        var value = SoundValue.Of(
            (double?)details.StatedValue?.Amount,
            [
                .. state.Comparables.Select(one => new Comparable(
                    one.Id,
                    (double)one.Price.Amount,
                    one.Year,
                    (double?)one.Meter?.InBase,
                    one.Note
                )),
            ],
            details.Profile.Year,
            (double?)details.Meter?.InBase,
            (double)details.Lift.Amount
        );
        var credits = CreditsOf(state);
        var asking = (double?)details.Asking?.Amount;
        var offers = value.Value is { } worth ? Offers.Of(worth, cost, credits, papers, asking) : null;
        var judgement = Judgement.Of(
            knocked,
            titleMissing && details.NeedsPapers,
            details.WillRebuild,
            score.Coverage,
            value.Value,
            asking,
            (double?)details.Budget?.Amount,
            cost,
            offers
        );
        var rideShut = points
            .Where(point => point.OpensRide && !(seen.TryGetValue(point.Id, out var found) && found.Grade < Grade.Worn))
            .Select(point => point.Id)
            .ToImmutableArray();
        return new(
            Points: points,
            State: state,
            Score: score,
            Zones: zones,
            Claims: claims,
            Trust: trust,
            SignsOfHiding: hiding,
            Faults: faults,
            Cost: cost,
            Value: value,
            Papers: papers,
            Repaired: offers,
            Judgement: judgement,
            RideShutBy: rideShut
        );
    }

    private static List<Triangle> CreditsOf(ViewingState state) =>
        [
            .. state.Credits.Select(credit => new Triangle(
                (double)credit.Low.Amount,
                (double)credit.Likely.Amount,
                (double)credit.High.Amount
            )),
        ];

    /// <summary>What it takes to put it right, less what parts of it would bring, that is not exceeded with this chance, 0 to 1.</summary>
    public double CostAt(double chance) => Cost.Spread.QuantileLess(CreditsOf(State), chance);

    /// <summary>The point that asks for the title.</summary>
    public const string TitlePoint = "papers.title";

    /// <summary>Those that apply to this bike and to how it is sold, in walking order.</summary>
    public static ImmutableArray<Point> PointsOf(ViewingDetails details, ViewingContent content)
    {
        var (bike, choices) = WordsOf(details);
        return [.. content.Points.Where(point => point.Applies.To(bike, choices)).OrderBy(point => point.Stage)];
    }

    /// <summary>Whether something of the content is asked for at this viewing.</summary>
    public static bool Fits(Applies applies, ViewingDetails details)
    {
        var (bike, choices) = WordsOf(details);
        return applies.To(bike, choices);
    }

    private static (Capabilities Bike, Dictionary<string, string> Choices) WordsOf(ViewingDetails details) =>
        (Capabilities.Of(details.Profile), new() { ["sold-as"] = Capabilities.Word(details.SoldAs) });

    /// <summary>What was found and costs something, the dearest first: for saying to a seller.</summary>
    public ImmutableArray<(Point Point, Seen Seen, CostDriver Cost)> Sheet() =>
        [
            .. from driver in Cost.Drivers
            let point = Points.First(point => point.Id == driver.Point)
            where State.Seen.TryGetValue(point.Id, out var seen) && seen.Grade >= Grade.Worn
            select (point, State.Seen[point.Id], driver),
        ];

    /// <param name="knockOuts">Whether a knock-out puts the whole price at stake; in the practice yard it costs what its repair costs, and
    /// no more.</param>
    public ImmutableArray<NextLook> Next(ViewingDetails details, bool knockOuts = true)
    {
        var open = Points
            .Where(point =>
                !State.Seen.ContainsKey(point.Id) && State.Left.GetValueOrDefault(point.Id, LeftBecause.NoTime) == LeftBecause.NoTime
            )
            .ToDictionary(point => point.Id, point => (point.Minutes, knockOuts && point.KnockOut is not null));
        return NextLook.Of(
            Faults,
            open,
            Trust,
            (double)details.HourlyRate.Amount,
            Value.Value is { } worth ? worth - Papers : null,
            (double?)details.Asking?.Amount
        );
    }

    /// <summary>
    /// How long a short round takes (house value): as long as one stands in a yard without being asked what one is doing.
    /// </summary>
    public const double ShortRoundMinutes = 20;

    /// <summary>
    /// The points of a short round, in walking order: those answered so far, and with what is left of its minutes those that move the price
    /// most for their time (0045). After each answer it is made out anew.
    /// </summary>
    public ImmutableArray<string> ShortRound(ViewingDetails details) => ShortRound(details, Next(details));

    /// <param name="looks">What is worth looking at next, as it was made out already.</param>
    public ImmutableArray<string> ShortRound(ViewingDetails details, ImmutableArray<NextLook> looks)
    {
        var answered = Points.Where(point => State.Seen.ContainsKey(point.Id) || State.Left.ContainsKey(point.Id)).ToList();
        var left = ShortRoundMinutes - answered.Where(point => State.Seen.ContainsKey(point.Id)).Sum(point => point.Minutes);
        var chosen = answered.Select(point => point.Id).ToHashSet();
        var first = FirstOf(details).Select(point => (point.Id, point.Minutes));
        foreach (var (id, takes) in first.Concat(looks.Select(look => (Id: look.Point, look.Minutes))))
            if (takes <= left && chosen.Add(id))
                left -= takes;
        return [.. Points.Where(point => chosen.Contains(point.Id)).Select(point => point.Id)];
    }

    /// <summary>
    /// A workshop with a stand, a gauge and a meter sees what stands, turns and runs there; papers and the ride stay with the buyer.
    /// The price is the most that one would pay: the walk-away price, where the decision hangs in the balance.
    /// </summary>
    public WorkshopLook Workshop(ViewingDetails details) =>
        WorkshopLook.Of(
            Faults,
            Points
                .Where(point => point.Stage is > Stage.Papers and < Stage.RideGate)
                .ToDictionary(point => point.Id, point => point.KnockOut is not null),
            Trust,
            (double)details.HourlyRate.Amount,
            Value.Value is { } worth ? worth - Papers : null,
            Offers?.WalkAway
        );

    /// <summary>Of a bike that does not run, what is to be asked before anything else and was not answered yet.</summary>
    public ImmutableArray<Point> FirstOf(ViewingDetails details) =>
        details.SoldAs == SoldAs.Runner
            ? []
            :
            [
                .. Points
                    .Where(point => point.AskedFirst && !State.Seen.ContainsKey(point.Id) && !State.Left.ContainsKey(point.Id))
                    .OrderByDescending(point => point.Weight),
            ];

    private static PossibleFault FaultOf(
        Point point,
        Dictionary<string, Seen> seen,
        ViewingState state,
        ViewingDetails details,
        IReadOnlyDictionary<string, FaultCost> prices,
        double use
    )
    {
        var look = !seen.TryGetValue(point.Id, out var found)
            ? Look.NotLooked
            : found.Grade switch
            {
                <= Grade.Slight => Look.FoundSound,
                Grade.Worn => Look.FoundWorn,
                _ => Look.FoundBad,
            };
        // Who admits a fault is believed: then to find it is no surprise, and says nothing of how the rest was kept.
        return new(
            point.Id,
            state.Admitted.ContainsKey(point.Id) ? AdmittedChance : ChanceAt(point.Prior, use),
            look,
            prices.GetValueOrDefault(point.Id) ?? point.Cost,
            point.Part,
            Presumed: details.SoldAs == SoldAs.Project || state.Admitted.ContainsKey(point.Id)
        );
    }

    private const double AdmittedChance = 0.9;

    /// <summary>Between as new and worn out, on the scale of log-odds.</summary>
    public static double ChanceAt(FaultPrior prior, double use)
    {
        double Odds(double chance) => Math.Log(chance / (1 - chance));
        return Care.Logistic(Odds(prior.AsNew) + (use * (Odds(prior.WornOut) - Odds(prior.AsNew))));
    }

    /// <summary>How far a bike is from new (0) to worn out (1), by age and meter. House values: 15 years, 80,000 km, 300 hours.</summary>
    public static double WearOf(ViewingDetails details, LocalDate today)
    {
        var age = Math.Clamp((today.Year - details.Profile.Year) / 15.0, 0, 1);
        if (details.Meter is not { } meter)
            return age;
        var used = Math.Clamp((double)meter.InBase / (meter.Kind == MeterKind.Odometer ? 80_000_000 : 300), 0, 1);
        return (age + used) / 2;
    }
}
