using System.Collections.Immutable;
using System.ComponentModel;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Viewings;

/// <summary>A bike to be looked at.</summary>
/// <param name="Id">The act's own id, a UUID v7, and the viewing's from then on. Sent twice, it is written once.</param>
/// <param name="Details">As typed.</param>
public sealed record NewViewing(Guid Id, ViewingForm Details);

/// <summary>The details of a viewing changed.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Details">All of them, as typed.</param>
public sealed record ViewingChange(Guid Id, ViewingForm Details);

/// <summary>What can be tapped at a viewing.</summary>
public enum ViewingActKind
{
    Graded,
    Measured,
    Left,
    Cleared,
    Noted,
    ClaimHeard,
    ClaimDropped,
    Admitted,
    AdmissionDropped,
    Credit,
    CreditDropped,
    Comparable,
    ComparableDropped,
    PictureDropped,
}

/// <summary>One tap. Which fields are wanted follows from the kind of act.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it counts once.</param>
/// <param name="Act">What was tapped.</param>
/// <param name="Point">Where.</param>
/// <param name="Grade">What was seen.</param>
/// <param name="Values">Measured, in any unit, at each place; a tyre's date code as it stands.</param>
/// <param name="Because">Why it was left out.</param>
/// <param name="Claim">Which was heard.</param>
/// <param name="Text">A note, what was measured, or what was said.</param>
/// <param name="Low">Money as typed: the least.</param>
/// <param name="Likely">Money as typed: the likeliest.</param>
/// <param name="High">Money as typed: the most.</param>
/// <param name="Price">Money as typed, of another one on offer.</param>
/// <param name="Year">Of that one.</param>
/// <param name="Meter">Of that one, as typed.</param>
/// <param name="Item">The credit, comparable or picture that is dropped.</param>
/// <param name="Least">What is stamped on the part as its least, for a point that is held against it; without it there is no
/// verdict.</param>
/// <param name="WhenNew">What it measures when new, if that is known.</param>
public sealed record ViewingActRequest(
    Guid Id,
    ViewingActKind Act,
    string? Point = null,
    Grade? Grade = null,
    IReadOnlyList<string?>? Values = null,
    LeftBecause? Because = null,
    string? Claim = null,
    string? Text = null,
    string? Low = null,
    string? Likely = null,
    string? High = null,
    string? Price = null,
    int? Year = null,
    string? Meter = null,
    [property: Description("The credit, comparable or picture that is dropped.")] Guid? Item = null,
    string? Least = null,
    string? WhenNew = null
);

/// <summary>A bike that is left.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Reason">In the owner's words.</param>
public sealed record CloseRequest(Guid Id, string? Reason);

/// <summary>A bike that was bought.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Bike">The id that the bike will have.</param>
/// <param name="Nickname">What it is called in the shed.</param>
/// <param name="Paid">Money as typed.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
public sealed record BuyRequest(Guid Id, Guid Bike, string? Nickname, string? Paid, string? Date);

/// <summary>Low, likely and high; all empty to go back to the shipped figures.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Low">Money as typed, for parts: the least.</param>
/// <param name="Likely">Money as typed: the likeliest.</param>
/// <param name="High">Money as typed: the most.</param>
/// <param name="HoursLow">As typed: the least.</param>
/// <param name="HoursLikely">As typed: the likeliest.</param>
/// <param name="HoursHigh">As typed: the most.</param>
public sealed record PriceChange(
    Guid Id,
    string? Low,
    string? Likely,
    string? High,
    string? HoursLow,
    string? HoursLikely,
    string? HoursHigh
);

internal static class ViewingReading
{
    private const int MostPlaces = 8;

    /// <summary>What was tapped; null where it cannot be read, and the check then says why.</summary>
    public static ViewingAct? Act(ViewingActRequest body, StoredViewing viewing, ContentLibrary content, LocalDate today, FieldCheck check)
    {
        string ClaimId() => content.Viewing.Claims.FirstOrDefault(claim => claim.Id == body.Claim)?.Id ?? Missing("claim");
        string Missing(string field)
        {
            check.Refuse(field, "is not known here");
            return "";
        }

        Guid Item() => body.Item ?? Refused();
        Guid Refused()
        {
            check.Refuse("item", "is missing");
            return Guid.Empty;
        }

        return body.Act switch
        {
            ViewingActKind.Graded => Graded(body, PointOf(body, viewing, content, check), check),
            ViewingActKind.Measured => Measured(body, PointOf(body, viewing, content, check), today, check),
            ViewingActKind.Left => Left(body, PointOf(body, viewing, content, check), check),
            ViewingActKind.Cleared => new PointCleared(PointOf(body, viewing, content, check)?.Id ?? ""),
            ViewingActKind.Noted => new PointNoted(
                PointOf(body, viewing, content, check)?.Id ?? "",
                check.OptionalText("text", body.Text, 500) ?? ""
            ),
            ViewingActKind.ClaimHeard => new ClaimHeard(
                ClaimId(),
                check.OptionalText("text", body.Text, 200)
                    ?? content.Viewing.Claims.FirstOrDefault(claim => claim.Id == body.Claim)?.Words
                    ?? ""
            ),
            ViewingActKind.ClaimDropped => new ClaimDropped(ClaimId()),
            ViewingActKind.Admitted => new FaultAdmitted(
                PointOf(body, viewing, content, check)?.Id ?? "",
                check.Text("text", body.Text, 200)
            ),
            ViewingActKind.AdmissionDropped => new AdmissionDropped(PointOf(body, viewing, content, check)?.Id ?? ""),
            ViewingActKind.Credit => Credit(body, check),
            ViewingActKind.CreditDropped => new CreditDropped(Item()),
            ViewingActKind.Comparable => Comparable(body, viewing, today, check),
            ViewingActKind.PictureDropped => new PictureDropped(Item()),
            ViewingActKind.ComparableDropped => new ComparableDropped(Item()),
            _ => null,
        };
    }

    private static Point? PointOf(ViewingActRequest body, StoredViewing viewing, ContentLibrary content, FieldCheck check)
    {
        var point = content.Viewing.Points.FirstOrDefault(one => one.Id == body.Point);
        if (point is null)
            check.Refuse("point", string.IsNullOrEmpty(body.Point) ? "is missing" : "is not known here");
        else if (!ViewingSnapshot.Fits(point.Applies, viewing.Details))
            check.Refuse("point", "does not belong to this kind of bike");
        return point;
    }

    /// <summary>What decides over any average, or over the ride, is never simply not there.</summary>
    private static PointLeft Left(ViewingActRequest body, Point? point, FieldCheck check)
    {
        if (body.Because == LeftBecause.NotFitted && point is { KnockOut: not null } or { OpensRide: true })
            check.Refuse("because", "cannot be: this decides whether to buy or to ride, and every bike has it");
        return new(point?.Id ?? "", body.Because ?? LeftBecause.NoTime);
    }

    private static PointGraded Graded(ViewingActRequest body, Point? point, FieldCheck check)
    {
        if (body.Grade is null)
            check.Refuse("grade", "is missing");
        if (point is { Kind: PointKind.YesNo } && body.Grade is not (Grade.Sound or Grade.Failed))
            check.Refuse("grade", "is a yes or a no here: sound or failed");
        return new(point?.Id ?? "", body.Grade ?? Grade.Sound);
    }

    /// <summary>A measured point may be judged by eye too, but what is measured needs a scale.</summary>
    private static PointMeasured Measured(ViewingActRequest body, Point? point, LocalDate today, FieldCheck check)
    {
        var typed = (body.Values ?? []).Where(text => !string.IsNullOrWhiteSpace(text)).Select(text => text!.Trim()).ToList();
        if (typed.Count == 0)
            check.Refuse("values", "are missing");
        if (typed.Count > MostPlaces)
            check.Refuse("values", $"are more than {MostPlaces}");
        if (point is not null && point.Scale is null)
            check.Refuse("point", "is judged by eye, not measured");
        if (check.Failed || point?.Scale is not { } scale)
            return new(point?.Id ?? "", [], "");
        var values = typed
            .Select(
                (text, at) =>
                    point.DateCode
                        ? Age(text, at, today, check)
                        : check.Quantity($"values.{at}", text, scale.Unit, 100_000).In(scale.Unit).Value
            )
            .ToImmutableArray();
        decimal? Thickness(string field, string? text) =>
            string.IsNullOrWhiteSpace(text) ? null : check.Quantity(field, text, scale.Unit, 1_000).In(scale.Unit).Value;
        var (least, whenNew) = scale.Stamped ? (Thickness("least", body.Least), Thickness("whenNew", body.WhenNew)) : (null, null);
        if (whenNew <= least)
            check.Refuse("whenNew", "must be more than the least that is stamped on it");
        return new(point.Id, values, check.Text("values", string.Join(", ", typed), 200)) { Least = least, WhenNew = whenNew };
    }

    private static decimal Age(string text, int at, LocalDate today, FieldCheck check)
    {
        if (TyreDate.Read(text) is { } code)
            return code.Years(today);
        check.Refuse(
            $"values.{at}",
            "is no date code: four digits, week and year, such as 1820. Three digits are from before 2000, and out"
        );
        return 0;
    }

    private static CreditCounted Credit(ViewingActRequest body, FieldCheck check)
    {
        var (low, likely, high) = (check.Money("low", body.Low), check.Money("likely", body.Likely), check.Money("high", body.High));
        if (!check.Failed && !(low.Amount <= likely.Amount && likely.Amount <= high.Amount))
            check.Refuse("likely", "must lie between low and high");
        return new(body.Id, check.Text("text", body.Text, 80), low, likely, high);
    }

    private static ComparableNoted Comparable(ViewingActRequest body, StoredViewing viewing, LocalDate today, FieldCheck check)
    {
        if (body.Year is not { } year || year < 1885 || year > today.Year + 1)
            check.Refuse("year", $"must lie between 1885 and {today.Year + 1}");
        var profile = viewing.Details.Profile;
        var kind = profile.Odometer is not null ? MeterKind.Odometer : MeterKind.HourMeter;
        MeterAmount? meter = string.IsNullOrWhiteSpace(body.Meter)
            ? null
            : MeterAmount.From(check.Quantity("meter", body.Meter, profile.UnitOf(kind), ReadingHandlers.MostOf(kind)));
        return new(body.Id, check.Money("price", body.Price), body.Year ?? today.Year, meter, check.OptionalText("text", body.Text, 120));
    }

    /// <summary>What the owner says that it costs; null where it goes back to the shipped figure, or cannot be read.</summary>
    public static FaultCost? Price(PriceChange body, FieldCheck check)
    {
        string?[] all = [body.Low, body.Likely, body.High, body.HoursLow, body.HoursLikely, body.HoursHigh];
        if (all.All(string.IsNullOrWhiteSpace))
            return null;
        var (low, likely, high) = (
            (double)check.Money("low", body.Low).Amount,
            (double)check.Money("likely", body.Likely).Amount,
            (double)check.Money("high", body.High).Amount
        );
        double Hours(string field, string? text) =>
            (double)check.Quantity(field, string.IsNullOrWhiteSpace(text) ? "0" : text, Unit.Hour, 500).In(Unit.Hour).Value;
        var (few, some, many) = (
            Hours("hoursLow", body.HoursLow),
            Hours("hoursLikely", body.HoursLikely),
            Hours("hoursHigh", body.HoursHigh)
        );
        if (!check.Failed && !(low <= likely && likely <= high))
            check.Refuse("likely", "must lie between low and high");
        if (!check.Failed && !(few <= some && some <= many))
            check.Refuse("hoursLikely", "must lie between low and high");
        return check.Failed ? null : new(new(low, likely, high), new(few, some, many));
    }
}
