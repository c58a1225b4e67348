using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.Core.Viewings;

/// <summary>
/// What a viewing becomes when the bike is bought: its first lines in the book. What was not told or not seen stays unknown.
/// </summary>
public static class Purchase
{
    /// <param name="date">The day it was bought.</param>
    /// <param name="tasks">The service tasks that the bike has; a claim about another is kept as a note only.</param>
    public static ImmutableArray<EntryBody> Entries(
        ViewingDetails details,
        ViewingSnapshot snapshot,
        Money? paid,
        IReadOnlySet<string> tasks,
        LocalDate date
    )
    {
        var lines = ImmutableArray.CreateBuilder<EntryBody>();
        lines.Add(
            new TakenIn(
                details.SoldAs switch
                {
                    SoldAs.Project => TakenInAs.Project,
                    SoldAs.NonRunner => TakenInAs.NonRunner,
                    _ => TakenInAs.Runner,
                }
            )
        );
        lines.AddRange(Ran(details, snapshot, date));
        if (details.Meter is { } meter && details.Profile.Has(meter.Kind))
            lines.Add(new MeterRead(meter, "at the viewing"));
        if (paid is { } price)
            lines.Add(new CostPaid("the bike itself", price));
        foreach (var claim in snapshot.Claims)
        {
            var words = snapshot.State.Claims[claim.Claim.Id];
            if (claim.Claim.Task is { } task && tasks.Contains(task) && claim.State != ClaimState.Contradicted)
                lines.Add(
                    new TaskDone(
                        task,
                        claim.State == ClaimState.Confirmed ? Evidence.ClaimAccepted : Evidence.SellersWord,
                        $"\"{words}\"{(claim.State == ClaimState.Confirmed ? ", borne out at the viewing" : "")}"
                    )
                );
            else
                lines.Add(
                    new NoteWritten(
                        $"The seller said: \"{words}\". "
                            + claim.State switch
                            {
                                ClaimState.Confirmed => "Borne out at the viewing.",
                                ClaimState.Contradicted => "The viewing spoke against it.",
                                _ => "Nothing seen that could tell.",
                            }
                    )
                );
        }

        foreach (var point in snapshot.Points)
        {
            // What was measured is kept whether or not it gave a verdict.
            if (
                !point.DateCode
                && snapshot.State.Typed.ContainsKey(point.Id)
                && snapshot.State.Measured.GetValueOrDefault(point.Id) is { Values.IsEmpty: false } measured
            )
                lines.Add(new MeasurementTaken(point.Id, point.Title, measured.Values, point.Scale!.Unit.Symbol));
            if (!snapshot.State.Seen.TryGetValue(point.Id, out var seen))
                continue;
            if (point.SayAt(seen.Grade) is not null)
                lines.Add(FindingOf(point, seen, snapshot));
        }

        foreach (var pictured in snapshot.State.Pictures)
            lines.Add(
                new PhotoTaken(
                    pictured.Photo,
                    $"{snapshot.Points.FirstOrDefault(point => point.Id == pictured.Point)?.Title ?? pictured.Point}, at the viewing"
                )
            );
        foreach (
            var (point, words) in snapshot
                .State.Admitted.Where(pair => !snapshot.State.Seen.ContainsKey(pair.Key))
                .OrderBy(pair => pair.Key, StringComparer.Ordinal)
        )
            if (snapshot.Points.FirstOrDefault(one => one.Id == point) is { } admitted)
                lines.Add(new FindingOpened(admitted.Title, FindingSeverity.Watch, $"Told by the seller, not looked at: \"{words}\""));
        var unseen = snapshot.Points.Where(point => point.Weight > 0 && !snapshot.State.Seen.ContainsKey(point.Id)).ToList();
        lines.AddRange(
            Cut.Lists("Never looked at before buying: ", unseen.Select(point => point.Title), MostOfNote)
                .Select(note => new NoteWritten(note))
        );
        return lines.ToImmutable();
    }

    private static FindingOpened FindingOf(Point point, Seen seen, ViewingSnapshot snapshot)
    {
        var stops = (point.OpensRide || point.KnockOut is not null) && seen.Grade >= Grade.Worn;
        var values = string.Join(", ", seen.Values.Select(value => value.ToString(CultureInfo.InvariantCulture)));
        var measured = seen.Values.IsEmpty ? "" : $" Measured: {values} {point.Scale!.Unit.Symbol}.";
        var note = snapshot.State.Notes.TryGetValue(point.Id, out var words) ? $" {words}" : "";
        var cost = snapshot.Cost.Drivers.FirstOrDefault(driver => driver.Point == point.Id);
        // The buyer's own words come first; a seller's sentence says what was seen, and no more.
        var said = point.SayAt(seen.Grade)!;
        return new(
            Cut.To(said.TrimEnd('.'), MostOfTitle),
            stops ? FindingSeverity.Stop
                : seen.Grade >= Grade.Bad ? FindingSeverity.FixSoon
                : FindingSeverity.Watch,
            Cut.To($"{note.TrimStart()}{(note.Length > 0 ? " " : "")}{point.Title}, at the viewing.{measured}", MostOfDetail),
            cost is { Expected: > 0 } ? Money.Of((decimal)Math.Round(cost.Expected)) : null,
            stops ? (point.KnockOut == KnockOut.OnlyAsParts ? Gate.Run : Gate.Ridden) : null
        );
    }

    private const int MostOfTitle = 80;
    private const int MostOfDetail = 500;
    private const int MostOfNote = 1_900;

    /// <summary>When it last ran: ridden or started on the viewing itself, else in the year that the advert or the seller named.</summary>
    private static IEnumerable<EntryBody> Ran(ViewingDetails details, ViewingSnapshot snapshot, LocalDate date)
    {
        bool SeenAt(Stage stage) =>
            snapshot.Points.Any(point => point.Stage == stage && point.Weight > 0 && snapshot.State.Seen.ContainsKey(point.Id));
        if (SeenAt(Stage.Ride))
            yield return new LastRan(date, date, "ridden before it was bought");
        else if (details.LastRunYear is { } year && year <= date.Year)
            yield return new LastRan(new(year, 1, 1), LocalDate.Min(new(year, 12, 31), date), $"the seller's word: {year}");
        if (SeenAt(Stage.Warm) && details.SoldAs == SoldAs.Runner)
            yield return new EngineRan("at the viewing");
    }
}
