using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Viewings;

/// <summary>What a viewing becomes when the bike is bought: its first lines in the book. What was not told or not seen stays unknown.</summary>
public static class Purchase
{
    /// <param name="tasks">The service tasks that the bike has; a claim about another is kept as a note only.</param>
    public static ImmutableArray<EntryBody> Entries(ViewingDetails details, ViewingPicture picture, Money? paid, IReadOnlySet<string> tasks)
    {
        var lines = ImmutableArray.CreateBuilder<EntryBody>();
        if (details.Meter is { } meter && details.Profile.Has(meter.Kind)) lines.Add(new MeterRead(meter, "at the viewing"));
        if (paid is { } price) lines.Add(new CostPaid("the bike itself", price));
        foreach (var claim in picture.Claims)
        {
            var words = picture.State.Claims[claim.Claim.Id];
            if (claim.Claim.Task is { } task && tasks.Contains(task) && claim.State != ClaimState.Contradicted)
                lines.Add(new TaskDone(task, claim.State == ClaimState.Confirmed ? Evidence.ClaimAccepted : Evidence.SellersWord, $"\"{words}\"{(claim.State == ClaimState.Confirmed ? ", borne out at the viewing" : "")}"));
            else
                lines.Add(new NoteWritten($"The seller said: \"{words}\". {(claim.State switch { ClaimState.Confirmed => "Borne out at the viewing.", ClaimState.Contradicted => "The viewing spoke against it.", _ => "Nothing seen that could tell." })}"));
        }

        foreach (var point in picture.Points)
        {
            if (!picture.State.Seen.TryGetValue(point.Id, out var seen)) continue;
            if (!seen.Values.IsEmpty && !point.DateCode) lines.Add(new MeasurementTaken(point.Id, point.Title, seen.Values, point.Scale!.Unit.Symbol));
            if (seen.Grade >= Grade.Worn && point.Say is not null) lines.Add(FindingOf(point, seen, picture));
        }

        foreach (var pictured in picture.State.Pictures)
            lines.Add(new PhotoTaken(pictured.Photo, $"{picture.Points.FirstOrDefault(point => point.Id == pictured.Point)?.Title ?? pictured.Point}, at the viewing"));
        foreach (var (point, words) in picture.State.Admitted.Where(pair => !picture.State.Seen.ContainsKey(pair.Key)).OrderBy(pair => pair.Key, StringComparer.Ordinal))
            if (picture.Points.FirstOrDefault(one => one.Id == point) is { } admitted)
                lines.Add(new FindingOpened(admitted.Title, FindingSeverity.Watch, $"Told by the seller, not looked at: \"{words}\""));
        var unseen = picture.Points.Where(point => point.Weight > 0 && !picture.State.Seen.ContainsKey(point.Id)).ToList();
        if (unseen.Count > 0) lines.Add(new NoteWritten($"Never looked at before buying: {string.Join("; ", unseen.Select(point => point.Title))}."[..Math.Min(1_900, 31 + unseen.Sum(point => point.Title.Length + 2))]));
        return lines.ToImmutable();
    }

    private static FindingOpened FindingOf(Point point, Seen seen, ViewingPicture picture)
    {
        var stops = (point.OpensRide || point.KnockOut is not null) && seen.Grade >= Grade.Worn;
        var measured = seen.Values.IsEmpty ? "" : $" Measured: {string.Join(", ", seen.Values.Select(value => value.ToString(CultureInfo.InvariantCulture)))} {point.Scale!.Unit.Symbol}.";
        var note = picture.State.Notes.TryGetValue(point.Id, out var words) ? $" {words}" : "";
        var cost = picture.Cost.Drivers.FirstOrDefault(driver => driver.Point == point.Id);
        return new(point.Title, stops ? FindingSeverity.Stop : seen.Grade >= Grade.Bad ? FindingSeverity.FixSoon : FindingSeverity.Watch, $"{point.Say}{measured}{note}"[..Math.Min(500, point.Say!.Length + measured.Length + note.Length)],
            cost is { Expected: > 0 } ? Money.Of((decimal)Math.Round(cost.Expected)) : null, stops ? (point.KnockOut == KnockOut.OnlyAsParts ? Gate.Run : Gate.Ridden) : null);
    }
}
