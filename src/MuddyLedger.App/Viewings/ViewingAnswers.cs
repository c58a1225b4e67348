using MuddyLedger.App.Bikes;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Viewings;

/// <summary>What a viewing's pages show.</summary>
public static class ViewingAnswers
{
    /// <summary>All that the walk and the money page show of a viewing.</summary>
    public static ViewingAnswer Of(
        StoredViewing viewing,
        ViewingSnapshot snapshot,
        ContentLibrary content,
        IReadOnlyDictionary<string, FaultCost> prices,
        string currency,
        LocalDate today
    )
    {
        var details = viewing.Details;
        var state = snapshot.State;
        var tests = (from claim in snapshot.Claims from test in claim.Claim.Tests select (test.Point, claim.Claim.Id)).ToLookup(
            pair => pair.Point,
            pair => pair.Id
        );
        var rate = (double)details.HourlyRate.Amount;
        PointAnswer Point(Point point) =>
            PointOf(point, state, [.. tests[point.Id].Distinct()], prices, rate) with
            {
                Plan = PlanSays.At(point, details.Profile, details.Meter, content.Schedules) is not { } plan
                    ? null
                    : new(
                        Shown.Of(plan.Every, details.Profile),
                        plan.Times,
                        Shown.Of(plan.NextAt, details.Profile),
                        ShownProvenance.Of(plan.Provenance)
                    ),
            };
        string Title(string point) => content.Viewing.ById[point].Title;
        return new(
            Id: viewing.Id.Value,
            Version: viewing.Version,
            Status: viewing.Status,
            Ended: viewing.Ended,
            Bike: viewing.Bike?.Value,
            Details: ViewingForm.Of(details),
            Use: details.Profile.Use,
            Today: today,
            Currency: currency,
            Meter: details.Meter is { } meter ? Shown.Of(meter, details.Profile) : null,
            Stood: Stood.Years(details.LastRunYear, today) is { } stood ? new(stood.Least, stood.Most) : null,
            Stages:
            [
                .. snapshot
                    .Points.GroupBy(point => point.Stage)
                    .OrderBy(group => group.Key)
                    .Select(group => new StageAnswer(
                        group.Key,
                        [.. group.Select(Point)],
                        group.Count(point => state.Seen.ContainsKey(point.Id)),
                        group.Where(point => !state.Seen.ContainsKey(point.Id)).Sum(point => point.Minutes)
                    )),
            ],
            Score: Score(snapshot.Score),
            Zones:
            [
                .. snapshot.Zones.Select(zone => new ZoneAnswer(
                    zone.Zone,
                    Score(zone.Score),
                    zone.Points,
                    zone.Checked,
                    snapshot.Points.Any(point =>
                        point.Zone == zone.Zone && state.Seen.TryGetValue(point.Id, out var seen) && seen.Grade >= Grade.Bad
                    )
                )),
            ],
            Claims:
            [
                .. content
                    .Viewing.Claims.Where(claim => ViewingSnapshot.Fits(claim.Applies, details) || state.Claims.ContainsKey(claim.Id))
                    .Select(claim => ClaimOf(claim, snapshot)),
            ],
            Trust: new(
                snapshot.Trust.Share,
                snapshot.Trust.A,
                snapshot.Trust.B,
                snapshot.Trust.Shift,
                [.. snapshot.SignsOfHiding.Select(Title)]
            ),
            Cost: CostOf(snapshot),
            Value: ValueOf(snapshot, details),
            Papers: snapshot.Papers,
            Asking: (double?)details.Asking?.Amount,
            Offers: snapshot.Offers,
            KnockedOut: snapshot.Judgement.KnockedOut,
            Verdict: snapshot.Judgement.Verdict,
            Reasons: [.. snapshot.Judgement.Reasons.Select(reason => ReasonOf(reason, content.Viewing))],
            RideShutBy: [.. snapshot.RideShutBy.Select(Title)],
            Credits:
            [
                .. state.Credits.Select(credit => new CreditAnswer(
                    credit.Id,
                    credit.What,
                    (double)credit.Low.Amount,
                    (double)credit.Likely.Amount,
                    (double)credit.High.Amount
                )),
            ],
            Comparables: ComparablesOf(snapshot, details),
            First: [.. snapshot.FirstOf(details).Select(point => point.Id)],
            Sheet:
            [
                .. snapshot
                    .Sheet()
                    .Select(line => new SheetLine(
                        line.Point.Id,
                        line.Point.Title,
                        line.Point.SayAt(line.Seen.Grade)!,
                        line.Seen.Grade,
                        state.Typed.GetValueOrDefault(line.Point.Id),
                        state.Notes.GetValueOrDefault(line.Point.Id),
                        line.Cost.Expected
                    )),
            ],
            Questions:
            [
                .. content
                    .Viewing.Questions.Where(question => ViewingSnapshot.Fits(question.Applies, details))
                    .Select(question => new QuestionAnswer(question.Ask, question.Why)),
            ],
            Bring: [.. snapshot.Points.SelectMany(point => point.Tools).Distinct().Order(StringComparer.Ordinal)],
            Warnings:
            [
                .. ProfileCheck
                    .Warnings(details.Profile, today)
                    .Where(warning => warning.Field == "frameNumber")
                    .Select(warning => new ProfileWarning(warning.Field!, warning.Words)),
            ],
            Rest: RestOfRound.Of(snapshot, (double?)details.Asking?.Amount)
        );
    }

    /// <summary>A line of the list, fit to be held beside others.</summary>
    public static ViewingSummary Summary(StoredViewing viewing, ViewingSnapshot snapshot, string currency)
    {
        var (details, profile) = (viewing.Details, viewing.Details.Profile);
        return new(
            Id: viewing.Id.Value,
            Name: profile.Nickname,
            Make: profile.Make,
            Model: profile.Model,
            Year: profile.Year,
            SoldAs: details.SoldAs,
            Status: viewing.Status,
            Meter: details.Meter is { } meter ? Shown.Of(meter, profile) : null,
            Asking: (double?)details.Asking?.Amount,
            Score: Score(snapshot.Score),
            Trust: snapshot.Trust.Share,
            C50: snapshot.Cost.C50,
            C90: snapshot.Cost.C90,
            Value: ValueOf(snapshot, details),
            Comparables: ComparablesOf(snapshot, details),
            Offers: snapshot.Offers,
            Verdict: snapshot.Judgement.Verdict,
            Wanted: [.. Wanted(details, snapshot)],
            Ended: viewing.Ended,
            Bike: viewing.Bike?.Value,
            Currency: currency
        );
    }

    /// <summary>What a paid look would settle.</summary>
    public static WorkshopAnswer Workshop(StoredViewing viewing, WorkshopLook look, string currency)
    {
        var fee = (double?)viewing.Details.WorkshopFee?.Amount;
        return new(
            look.Points.Length,
            look.Settles,
            look.Bargains,
            look.Against,
            look.Worth,
            fee,
            fee is { } asked && look.Worth is { } worth ? worth > asked : null,
            currency
        );
    }

    /// <summary>The looks that would tell most, the best first.</summary>
    public static NextAnswer[] Next(StoredViewing viewing, ViewingSnapshot snapshot, ContentLibrary content)
    {
        var looks = snapshot.Next(viewing.Details);
        var round = snapshot.ShortRound(viewing.Details, looks).ToHashSet();
        return
        [
            .. looks
                .Select(look => (look, point: content.Viewing.ById[look.Point]))
                .Select(pair => new NextAnswer(
                    Point: pair.point.Id,
                    Title: pair.point.Title,
                    Stage: pair.point.Stage,
                    Change: pair.look.Change,
                    Minutes: pair.look.Minutes,
                    PerMinute: pair.look.PerMinute,
                    ChanceOfFault: pair.look.ChanceOfFault,
                    KnockOut: pair.point.KnockOut is not null,
                    InShortRound: round.Contains(pair.point.Id)
                )),
        ];
    }

    /// <summary>In what the bike falls short of what the owner wants.</summary>
    private static IEnumerable<string> Wanted(ViewingDetails details, ViewingSnapshot snapshot)
    {
        if (
            details.NeedsPapers
            && (
                snapshot.Judgement.Reasons.Any(reason => reason is PapersNeeded)
                || !snapshot.State.Seen.ContainsKey(ViewingSnapshot.TitlePoint)
            )
        )
            yield return "papers not seen";
        if (details.Budget is { } budget && snapshot.Offers is { } offers && offers.Opening > (double)budget.Amount)
            yield return "over the budget";
        if (!details.WillRebuild && snapshot.Judgement.Reasons.OfType<KnockedOut>().Any())
            yield return "knocked out";
    }

    private static PointAnswer PointOf(
        Point point,
        ViewingState state,
        IReadOnlyList<string> tests,
        IReadOnlyDictionary<string, FaultCost> prices,
        double rate
    )
    {
        var seen = state.Seen.GetValueOrDefault(point.Id);
        var price = prices.GetValueOrDefault(point.Id) ?? point.Cost;
        var measured = state.Measured.GetValueOrDefault(point.Id) is { } last && state.Typed.ContainsKey(point.Id) ? last : null;
        return new(
            Id: point.Id,
            Stage: point.Stage,
            Zone: point.Zone,
            Title: point.Title,
            Do: point.Do,
            Sound: point.Sound,
            Bad: point.Bad,
            Kind: point.Kind,
            Unit: point.Scale?.Unit.Symbol,
            Places: point.Places,
            DateCode: point.DateCode,
            YesIsBad: point.YesIsBad,
            Weight: point.Weight,
            Minutes: point.Minutes,
            Tools: point.Tools,
            Cautions: [.. point.Cautions.Select(Cautions.For)],
            KnockOut: point.KnockOut,
            OpensRide: point.OpensRide,
            Provenance: ShownProvenance.Of(point.Provenance),
            Grade: seen?.Grade,
            Severity: seen?.Severity,
            Typed: state.Typed.GetValueOrDefault(point.Id),
            Left: state.Left.TryGetValue(point.Id, out var left) ? left : null,
            Note: state.Notes.GetValueOrDefault(point.Id),
            Admitted: state.Admitted.GetValueOrDefault(point.Id),
            Tests: tests,
            Cost: TriangleOf(price.At(rate), point),
            Parts: TriangleOf(price.Parts, point),
            Hours: TriangleOf(price.Hours, point),
            OwnPrice: prices.ContainsKey(point.Id),
            Photos: [.. state.Pictures.Where(one => one.Point == point.Id).Select(one => one.Photo)],
            Stamped: point.Scale?.Stamped ?? false,
            Least: Editable(measured?.Least, point),
            WhenNew: Editable(measured?.WhenNew, point),
            Verdict: VerdictOf(point, measured)
        );
    }

    private static string? Editable(decimal? value, Point point) =>
        value is { } known ? Core.Units.QuantityText.Editable(new(known, point.Scale!.Unit)) : null;

    /// <summary>What a measurement means, in the words of the table of limits; why there is no verdict, where there is none.</summary>
    private static string? VerdictOf(Point point, PointMeasured? measured)
    {
        if (measured is null || measured.Values.IsEmpty)
            return null;
        if (point.Scale is { Row: { } row })
            return measured.Values.Select(value => ReadingVerdict.ByTable(row, value)).MaxBy(verdict => verdict.Grade)!.ToString();
        return point.Scale is { Stamped: true } && measured.Least is null
            ? "No verdict without the least thickness that is stamped on it: read the stamp, and write it down."
            : null;
    }

    private static ValueAnswer ValueOf(ViewingSnapshot snapshot, ViewingDetails details) =>
        new(
            snapshot.Value.Value,
            snapshot.Value.Source,
            snapshot.Value.Spread,
            snapshot.Value.PerYear,
            PerShown(snapshot.Value.PerMeter, details),
            snapshot.Value.Lift,
            snapshot.Value.Comparables
        );

    private static ComparableAnswer[] ComparablesOf(ViewingSnapshot snapshot, ViewingDetails details) =>
        [
            .. snapshot
                .State.Comparables.OrderByDescending(one => one.Year)
                .Select(one => new ComparableAnswer(
                    one.Id,
                    (double)one.Price.Amount,
                    one.Year,
                    one.Meter is { } far ? Shown.Of(far, details.Profile) : null,
                    one.Note
                )),
        ];

    /// <summary>Low, likely, high.</summary>
    public static TriangleAnswer TriangleOf(Triangle amount) => new(amount.Low, amount.Likely, amount.High);

    private static TriangleAnswer? TriangleOf(Triangle amount, Point point) => point.Say is null ? null : TriangleOf(amount);

    private static ClaimAnswer ClaimOf(Claim claim, ViewingSnapshot snapshot)
    {
        var found = snapshot.Claims.FirstOrDefault(one => one.Claim.Id == claim.Id);
        return new(
            claim.Id,
            claim.Words,
            snapshot.State.Claims.GetValueOrDefault(claim.Id),
            found?.State,
            found?.Material ?? false,
            [.. (found?.By ?? []).Select(point => snapshot.Points.First(one => one.Id == point).Title)]
        );
    }

    private static CostAnswer CostOf(ViewingSnapshot snapshot)
    {
        var cost = snapshot.Cost;
        return new(
            C10: cost.C10,
            C50: cost.C50,
            C75: cost.C75,
            C90: cost.C90,
            Mean: cost.Mean,
            Parts: cost.Mean - cost.Hours,
            Hours: cost.Hours,
            Care: cost.CareShift,
            Drivers:
            [
                .. cost
                    .Drivers.Where(driver => driver.Expected >= 1)
                    .Take(MostDrivers)
                    .Select(driver =>
                    {
                        var point = snapshot.Points.First(one => one.Id == driver.Point);
                        return new DriverAnswer(
                            point.Id,
                            point.Title,
                            point.Say,
                            snapshot.Faults.First(fault => fault.Point == driver.Point).Chance,
                            driver.Chance,
                            driver.Expected,
                            snapshot.State.Seen.ContainsKey(point.Id)
                        );
                    }),
            ]
        );
    }

    private const int MostDrivers = 12;

    /// <summary>The slope for a thousand kilometres or miles, or for ten hours, as the meter of the bike shows them.</summary>
    private static double? PerShown(double? perBase, ViewingDetails details) =>
        perBase is { } slope && details.Meter is { } meter
            ? slope * (double)details.Profile.UnitOf(meter.Kind).InBase * (meter.Kind == Core.Meters.MeterKind.Odometer ? 1_000 : 10)
            : null;

    private static ReasonAnswer ReasonOf(VerdictReason reason, ViewingContent content) =>
        reason switch
        {
            KnockedOut knocked => new("knocked-out", content.ById[knocked.Point].Say, knocked.What, null, null, null),
            PapersNeeded => new("papers-needed", null, null, null, null, null),
            CoverageIs coverage => new("coverage", null, null, coverage.Coverage, coverage.Wanted, null),
            NoValueKnown => new("no-value", null, null, null, null, null),
            NoPriceAsked => new("no-price", null, null, null, null, null),
            AskedAgainst asked => new("asked", null, null, asked.Asking, asked.Opening, asked.WalkAway),
            OverBudget budget => new("over-budget", null, null, null, budget.Budget, budget.WalkAway),
            DearerThanItsWorth dearer => new("dearer-than-worth", null, null, null, dearer.Value, dearer.Cost),
            _ => throw new InvalidOperationException($"No answer for {reason.GetType().Name}."),
        };

    private static ScoreAnswer Score(Score score) =>
        new(score.Condition, score.Low, score.High, score.Coverage, score.Weight, score.Looked, score.Lost);
}
