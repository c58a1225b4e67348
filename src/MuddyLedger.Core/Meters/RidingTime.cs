using System.Collections.Immutable;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Meters;

/// <summary>A spell out of use: a lay-up, or standing on a hoist. Open while it lasts.</summary>
/// <param name="From">First day of it.</param>
/// <param name="To">Last day of it; null while it lasts.</param>
public sealed record Rest(LocalDate From, LocalDate? To);

/// <summary>The time in which a bike can be used: the calendar without its rests.</summary>
/// <param name="Rests">When the bike was laid up, the oldest first.</param>
public sealed record RidingTime(ImmutableArray<Rest> Rests)
{
    /// <summary>Of a bike that was never laid up.</summary>
    public static readonly RidingTime Always = new([]);

    /// <summary>All its rests: from each lay-up until it was woken.</summary>
    public static RidingTime Of(BikeLedger ledger) => ledger.Fold(Fold);

    private static readonly LineFold<RidingTime> Fold = new(body => body is LaidUp or WokenUp, OfLines);

    private static RidingTime OfLines(BikeLedger ledger)
    {
        var rests = ImmutableArray.CreateBuilder<Rest>();
        LocalDate? since = null;
        foreach (var entry in ledger.InForce)
        {
            if (entry.Body is LaidUp)
                since ??= entry.Date;
            if (entry.Body is not WokenUp || since is not { } from)
                continue;
            rests.Add(new(from, entry.Date));
            since = null;
        }

        if (since is { } open)
            rests.Add(new(open, null));
        return new(rests.ToImmutable());
    }

    /// <summary>Whether it stands out of use from this day on with no end known.</summary>
    public bool StandsStill => !Rests.IsEmpty && Rests[^1].To is null;

    /// <summary>The day from which it stands; null while it is in use.</summary>
    public LocalDate? StandsSince => StandsStill ? Rests[^1].From : null;

    /// <summary>The same with no use from a day on, or from the end of the last rest where that is later.</summary>
    public RidingTime ParkedFrom(LocalDate day)
    {
        if (StandsStill)
            return this;
        return new(Rests.Add(new(Rests.IsEmpty ? day : LocalDate.Max(day, Rests[^1].To!.Value), null)));
    }

    /// <summary>Why a bike cannot have been laid up, or brought back into use, on this day; null where it can.</summary>
    public string? Refuse(bool layUp, LocalDate date)
    {
        if (layUp)
        {
            if (StandsStill && date >= Rests[^1].From)
                return $"lies in a lay-up: it stands since {Day(Rests[^1].From)}";
            return Rests.FirstOrDefault(rest => rest.To is { } to && rest.From <= date && date < to) is { } rest
                ? $"lies in a lay-up: it stood from {Day(rest.From)} to {Day(rest.To!.Value)}"
                : null;
        }

        if (!StandsStill)
            return "is no day on which it stood: it is in use";
        return date < Rests[^1].From ? $"lies before the lay-up of {Day(Rests[^1].From)}" : null;
    }

    private static string Day(LocalDate date) => NodaTime.Text.LocalDatePattern.CreateWithInvariantCulture("d MMMM uuuu").Format(date);

    /// <summary>The pieces of a spell in which the bike could be used, in order.</summary>
    public IEnumerable<(LocalDate From, LocalDate To)> Pieces(LocalDate from, LocalDate to)
    {
        var at = from;
        foreach (var rest in Rests)
        {
            if (rest.From >= to)
                break;
            if (rest.From > at)
                yield return (at, rest.From);
            if ((rest.To ?? to) > at)
                at = LocalDate.Min(rest.To ?? to, to);
            if (at >= to)
                yield break;
        }

        if (at < to)
            yield return (at, to);
    }

    /// <summary>Weeks in which it may be ridden: without those for which it was laid up.</summary>
    public double Weeks(LocalDate from, LocalDate to) => Pieces(from, to).Sum(piece => Period.DaysBetween(piece.From, piece.To)) / 7.0;
}
