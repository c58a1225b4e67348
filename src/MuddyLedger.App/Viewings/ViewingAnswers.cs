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
    public static ViewingAnswer Of(
        StoredViewing viewing,
        ViewingPicture picture,
        ContentLibrary content,
        IReadOnlyDictionary<string, FaultCost> prices,
        string currency,
        LocalDate today
    )
    {
        var details = viewing.Details;
        var state = picture.State;
        var tests = (from claim in picture.Claims from test in claim.Claim.Tests select (test.Point, claim.Claim.Id)).ToLookup(
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
            viewing.Id.Value,
            viewing.Version,
            viewing.Status,
            viewing.Ended,
            viewing.Bike?.Value,
            ViewingForm.Of(details),
            details.Profile.Use,
            today,
            currency,
            details.Meter is { } meter ? Shown.Of(meter, details.Profile) : null,
            Stood.Years(details.LastRunYear, today) is { } stood ? new(stood.Least, stood.Most) : null,
            [
                .. picture
                    .Points.GroupBy(point => point.Stage)
                    .OrderBy(group => group.Key)
                    .Select(group => new StageAnswer(
                        group.Key,
                        [.. group.Select(Point)],
                        group.Count(point => state.Seen.ContainsKey(point.Id)),
                        group.Where(point => !state.Seen.ContainsKey(point.Id)).Sum(point => point.Minutes)
                    )),
            ],
            Score(picture.Score),
            [
                .. picture.Zones.Select(zone => new ZoneAnswer(
                    zone.Zone,
                    Score(zone.Score),
                    zone.Points,
                    zone.Checked,
                    picture.Points.Any(point =>
                        point.Zone == zone.Zone && state.Seen.TryGetValue(point.Id, out var seen) && seen.Grade >= Grade.Bad
                    )
                )),
            ],
            [
                .. content
                    .Viewing.Claims.Where(claim => ViewingPicture.Fits(claim.Applies, details) || state.Claims.ContainsKey(claim.Id))
                    .Select(claim => ClaimOf(claim, picture)),
            ],
            new(picture.Trust.Share, picture.Trust.A, picture.Trust.B, picture.Trust.Shift, [.. picture.SignsOfHiding.Select(Title)]),
            CostOf(picture),
            ValueOf(picture, details),
            picture.Papers,
            (double?)details.Asking?.Amount,
            picture.Offers,
            picture.Judgement.Verdict,
            [.. picture.Judgement.Reasons.Select(reason => ReasonOf(reason, Title))],
            [.. picture.RideShutBy.Select(Title)],
            [
                .. state.Credits.Select(credit => new CreditAnswer(
                    credit.Id,
                    credit.What,
                    (double)credit.Low.Amount,
                    (double)credit.Likely.Amount,
                    (double)credit.High.Amount
                )),
            ],
            ComparablesOf(picture, details),
            [.. picture.FirstOf(details).Select(point => point.Id)],
            [
                .. picture
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
            [
                .. content
                    .Viewing.Questions.Where(question => ViewingPicture.Fits(question.Applies, details))
                    .Select(question => new QuestionAnswer(question.Ask, question.Why)),
            ],
            [.. picture.Points.SelectMany(point => point.Tools).Distinct().Order(StringComparer.Ordinal)],
            [
                .. ProfileCheck
                    .Warnings(details.Profile, today)
                    .Where(warning => warning.Field == "frameNumber")
                    .Select(warning => new ProfileWarning(warning.Field!, warning.Words)),
            ],
            RestOfRound.Of(picture, (double?)details.Asking?.Amount)
        );
    }

    public static ViewingSummary Summary(StoredViewing viewing, ViewingPicture picture, string currency)
    {
        var (details, profile) = (viewing.Details, viewing.Details.Profile);
        return new(
            viewing.Id.Value,
            profile.Nickname,
            profile.Make,
            profile.Model,
            profile.Year,
            details.SoldAs,
            viewing.Status,
            details.Meter is { } meter ? Shown.Of(meter, profile) : null,
            (double?)details.Asking?.Amount,
            Score(picture.Score),
            picture.Trust.Share,
            picture.Cost.C50,
            picture.Cost.C90,
            ValueOf(picture, details),
            ComparablesOf(picture, details),
            picture.Offers,
            picture.Judgement.Verdict,
            [.. Wanted(details, picture)],
            viewing.Ended,
            viewing.Bike?.Value,
            currency
        );
    }

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

    public static NextAnswer[] Next(StoredViewing viewing, ViewingPicture picture, ContentLibrary content)
    {
        var looks = picture.Next(viewing.Details);
        var round = picture.ShortRound(viewing.Details, looks).ToHashSet();
        return
        [
            .. looks
                .Select(look => (look, point: content.Viewing.ById[look.Point]))
                .Select(pair => new NextAnswer(
                    pair.point.Id,
                    pair.point.Title,
                    pair.point.Stage,
                    pair.look.Change,
                    pair.look.Minutes,
                    pair.look.PerMinute,
                    pair.look.ChanceOfFault,
                    pair.point.KnockOut is not null,
                    round.Contains(pair.point.Id)
                )),
        ];
    }

    /// <summary>In what the bike falls short of what the owner wants.</summary>
    private static IEnumerable<string> Wanted(ViewingDetails details, ViewingPicture picture)
    {
        if (
            details.NeedsPapers
            && (
                picture.Judgement.Reasons.Any(reason => reason is PapersNeeded)
                || !picture.State.Seen.ContainsKey(ViewingPicture.TitlePoint)
            )
        )
            yield return "papers not seen";
        if (details.Budget is { } budget && picture.Offers is { } offers && offers.Opening > (double)budget.Amount)
            yield return "over the budget";
        if (!details.WillRebuild && picture.Judgement.Reasons.OfType<KnockedOut>().Any())
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
            point.Id,
            point.Stage,
            point.Zone,
            point.Title,
            point.Do,
            point.Sound,
            point.Bad,
            point.Kind,
            point.Scale?.Unit.Symbol,
            point.Places,
            point.DateCode,
            point.YesIsBad,
            point.Weight,
            point.Minutes,
            point.Tools,
            [.. point.Cautions.Select(Cautions.For)],
            point.KnockOut,
            point.OpensRide,
            ShownProvenance.Of(point.Provenance),
            seen?.Grade,
            seen?.Severity,
            state.Typed.GetValueOrDefault(point.Id),
            state.Left.TryGetValue(point.Id, out var left) ? left : null,
            state.Notes.GetValueOrDefault(point.Id),
            state.Admitted.GetValueOrDefault(point.Id),
            tests,
            TriangleOf(price.At(rate), point),
            TriangleOf(price.Parts, point),
            TriangleOf(price.Hours, point),
            prices.ContainsKey(point.Id),
            [.. state.Pictures.Where(one => one.Point == point.Id).Select(one => one.Photo)],
            point.Scale?.Stamped ?? false,
            Editable(measured?.Least, point),
            Editable(measured?.WhenNew, point),
            VerdictOf(point, measured)
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

    private static ValueAnswer ValueOf(ViewingPicture picture, ViewingDetails details) =>
        new(
            picture.Value.Value,
            picture.Value.Source,
            picture.Value.Spread,
            picture.Value.PerYear,
            PerShown(picture.Value.PerMeter, details),
            picture.Value.Lift,
            picture.Value.Comparables
        );

    private static ComparableAnswer[] ComparablesOf(ViewingPicture picture, ViewingDetails details) =>
        [
            .. picture
                .State.Comparables.OrderByDescending(one => one.Year)
                .Select(one => new ComparableAnswer(
                    one.Id,
                    (double)one.Price.Amount,
                    one.Year,
                    one.Meter is { } far ? Shown.Of(far, details.Profile) : null,
                    one.Note
                )),
        ];

    public static TriangleAnswer TriangleOf(Triangle amount) => new(amount.Low, amount.Likely, amount.High);

    private static TriangleAnswer? TriangleOf(Triangle amount, Point point) => point.Say is null ? null : TriangleOf(amount);

    private static ClaimAnswer ClaimOf(Claim claim, ViewingPicture picture)
    {
        var standing = picture.Claims.FirstOrDefault(one => one.Claim.Id == claim.Id);
        return new(
            claim.Id,
            claim.Words,
            picture.State.Claims.GetValueOrDefault(claim.Id),
            standing?.State,
            standing?.Material ?? false,
            [.. (standing?.By ?? []).Select(point => picture.Points.First(one => one.Id == point).Title)]
        );
    }

    private static CostAnswer CostOf(ViewingPicture picture)
    {
        var cost = picture.Cost;
        return new(
            cost.C10,
            cost.C50,
            cost.C75,
            cost.C90,
            cost.Mean,
            cost.Mean - cost.Hours,
            cost.Hours,
            cost.CareShift,
            [
                .. cost
                    .Drivers.Where(driver => driver.Expected >= 1)
                    .Take(MostDrivers)
                    .Select(driver =>
                    {
                        var point = picture.Points.First(one => one.Id == driver.Point);
                        return new DriverAnswer(
                            point.Id,
                            point.Title,
                            point.Say,
                            picture.Faults.First(fault => fault.Point == driver.Point).Chance,
                            driver.Chance,
                            driver.Expected,
                            picture.State.Seen.ContainsKey(point.Id)
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

    private static ReasonAnswer ReasonOf(VerdictReason reason, Func<string, string> title) =>
        reason switch
        {
            KnockedOut knocked => new("knocked-out", title(knocked.Point), knocked.What, null, null, null),
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
