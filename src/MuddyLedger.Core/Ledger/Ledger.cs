using System.Collections.Concurrent;
using System.Collections.Immutable;
using MuddyLedger.Core.Jobs;
using NodaTime;

namespace MuddyLedger.Core.Ledger;

/// <summary>One dated line of a bike's book. Never changed once written; at most struck.</summary>
/// <param name="Id">Its own.</param>
/// <param name="Bike">In whose book it stands.</param>
/// <param name="Date">When it happened, in the owner's calendar.</param>
/// <param name="WrittenAt">When it was written down; decides the order within a day.</param>
/// <param name="Device">Which device wrote it.</param>
/// <param name="Body">What it says.</param>
/// <param name="Run">The job run that wrote it, if one did.</param>
/// <param name="Corrects">The struck entry that this one stands for, if it is a correction; <paramref name="Reason"/> says why.</param>
/// <param name="Reason">Why the one that it corrects was wrong.</param>
public sealed record LedgerEntry(
    EntryId Id,
    BikeId Bike,
    LocalDate Date,
    Instant WrittenAt,
    string Device,
    EntryBody Body,
    RunId? Run = null,
    EntryId? Corrects = null,
    string? Reason = null
)
{
    /// <summary>The struck entry that this one stands for; null where it corrects none.</summary>
    public EntryId? Corrects
    {
        get => _correction?.Corrects;
        init => _correction = Correction.Of(value, Reason);
    }

    /// <summary>Why the one that it corrects was wrong.</summary>
    public string? Reason
    {
        get => _correction?.Reason;
        init => _correction = Correction.Of(Corrects, value);
    }

    // Held apart: of the thousands of lines of a book few correct another one.
    private readonly Correction? _correction = Correction.Of(Corrects, Reason);

    private sealed record Correction(EntryId? Corrects, string? Reason)
    {
        public static Correction? Of(EntryId? corrects, string? reason) =>
            corrects is null && reason is null ? null : new(corrects, reason);
    }

    /// <summary>
    /// The first line of the chain of corrections that this one stands in: what other lines mean when they name any line of it.
    /// </summary>
    /// <remarks>Known when the ledger is built; a line that corrects nothing is its own origin.</remarks>
    public EntryId Origin => First?.Id ?? Id;

    /// <summary>When the origin was written: the moment that orders the day, whatever was corrected since.</summary>
    public Instant FirstWrittenAt => First?.WrittenAt ?? WrittenAt;

    /// <summary>The origin; null for a line that is its own.</summary>
    internal LedgerEntry? First { get; init; }

    /// <summary>What one act writes in several lines stands in the book in this order: each a moment after the one before it.</summary>
    public static readonly Duration Moment = Duration.FromTicks(1);

    /// <summary>Two are the same line where they say the same; where they stand in a book is the book's.</summary>
    public bool Equals(LedgerEntry? other) =>
        other is not null
        && Id == other.Id
        && Bike == other.Bike
        && Date == other.Date
        && WrittenAt == other.WrittenAt
        && Device == other.Device
        && Body == other.Body
        && Run == other.Run
        && Corrects == other.Corrects
        && Reason == other.Reason;

    public override int GetHashCode() => Id.GetHashCode();

    /// <summary>Where it stands in its book, 0 the oldest. Of two lines the one with the larger place is the later one.</summary>
    public int Place { get; init; }
}

/// <summary>An entry that no longer counts, and why. It stays in the book, struck through.</summary>
/// <param name="Entry">The line that counts no more.</param>
/// <param name="At">When it was struck.</param>
/// <param name="Device">By which device.</param>
/// <param name="Reason">Why.</param>
public sealed record Strike(EntryId Entry, Instant At, string Device, string Reason);

/// <summary>
/// The dated, append-only record of one bike. Everything that a plan, a reservoir or a due date shows is computed from the
/// entries that stand; the struck ones are kept for reading only.
/// </summary>
public sealed class BikeLedger
{
    private BikeLedger(BikeId bike, ImmutableArray<LedgerEntry> all, ImmutableDictionary<EntryId, Strike> strikes)
    {
        Bike = bike;
        All = all;
        Strikes = strikes;
        _origins = all.Where(entry => entry.Origin != entry.Id).ToDictionary(entry => entry.Id, entry => entry.Origin);
        InForce = strikes.IsEmpty ? all : [.. all.Where(entry => !strikes.ContainsKey(entry.Id))];
        First = InForce.IsEmpty ? null : InForce[0];
    }

    private BikeLedger(BikeLedger before, ImmutableArray<LedgerEntry> fresh)
    {
        Bike = before.Bike;
        All = before.All.AddRange(fresh);
        Strikes = before.Strikes;
        _origins = before._origins;
        InForce = before.Strikes.IsEmpty ? All : before.InForce.AddRange(fresh);
        First = before.First ?? (InForce.IsEmpty ? null : InForce[0]);
        // What was worked out from other kinds of lines than came holds.
        if (before.First is not null)
            foreach (var (fold, kept) in before._kept)
                if (!fresh.Any(entry => kept.LooksAt(entry.Body)))
                    _kept[fold] = kept;
    }

    private BikeLedger(BikeLedger whole, Func<EntryBody, bool> kinds)
    {
        Bike = whole.Bike;
        All = InForce = [.. whole.InForce.Where(entry => kinds(entry.Body))];
        Strikes = ImmutableDictionary<EntryId, Strike>.Empty;
        _origins = whole._origins;
        First = whole.First;
    }

    /// <summary>Whose book it is.</summary>
    public BikeId Bike { get; }

    /// <summary>Every entry ever written, oldest first.</summary>
    public ImmutableArray<LedgerEntry> All { get; }

    /// <summary>The entries that count, oldest first.</summary>
    public ImmutableArray<LedgerEntry> InForce { get; }

    /// <summary>With which the book begins, of any kind; null where none counts.</summary>
    public LedgerEntry? First { get; }

    /// <summary>By the line that counts no more.</summary>
    public ImmutableDictionary<EntryId, Strike> Strikes { get; }

    /// <summary>The origin of the line with this id; the id itself where this book has no such line.</summary>
    public EntryId OriginOf(EntryId id) => _origins.GetValueOrDefault(id, id);

    /// <summary>Of the lines that stand for another one.</summary>
    private readonly Dictionary<EntryId, EntryId> _origins;

    /// <exception cref="ArgumentException">An entry belongs to another bike.</exception>
    public static BikeLedger Of(BikeId bike, IEnumerable<LedgerEntry> entries, IEnumerable<Strike> strikes)
    {
        // A correction takes its original's place within the day, so that striking and redoing gives the same state.
        var byId = entries.ToDictionary(entry => entry.Id);
        if (byId.Values.Any(entry => entry.Bike != bike))
            throw new ArgumentException("An entry of another bike.", nameof(entries));
        var ordered = byId
            .Values.Select(entry => (Entry: entry, First: FirstWritten(entry, byId)))
            .OrderBy(line => line.Entry.Date)
            .ThenBy(line => line.First.WrittenAt)
            .ThenBy(line => line.First.Id.Value)
            .ThenBy(line => line.Entry.WrittenAt)
            .Select((line, place) => line.Entry with { First = line.First.Id == line.Entry.Id ? null : line.First, Place = place })
            .ToImmutableArray();
        return new BikeLedger(bike, ordered, strikes.ToImmutableDictionary(strike => strike.Entry));
    }

    /// <summary>
    /// The same book with lines added. Such as come after all that are there, which is how a book is written, are put at its end; else it
    /// is put in order anew.
    /// </summary>
    /// <param name="fresh">Of this bike, none of them there before.</param>
    /// <param name="strikes">All of them, those that were known among them.</param>
    /// <exception cref="ArgumentException">An entry belongs to another bike.</exception>
    public BikeLedger With(IReadOnlyList<LedgerEntry> fresh, IReadOnlyCollection<Strike> strikes)
    {
        var added = ImmutableArray.CreateBuilder<LedgerEntry>(fresh.Count);
        var last = All.IsEmpty ? null : All[^1];
        foreach (var entry in fresh)
        {
            if (
                strikes.Count != Strikes.Count
                || entry.Corrects is not null
                || entry.Bike != Bike
                || last is null
                || !ComesAfter(entry, last)
            )
                return Of(Bike, All.Concat(fresh), strikes);
            last = entry with { First = null, Place = last.Place + 1 };
            added.Add(last);
        }

        return added.Count > 0 || strikes.Count == Strikes.Count ? new(this, added.ToImmutable()) : Of(Bike, All, strikes);
    }

    /// <summary>The same book with lines added, and no line struck since.</summary>
    /// <param name="fresh">Of this bike, none of them there before.</param>
    /// <exception cref="ArgumentException">An entry belongs to another bike.</exception>
    public BikeLedger With(IReadOnlyList<LedgerEntry> fresh) => With(fresh, [.. Strikes.Values]);

    private static bool ComesAfter(LedgerEntry entry, LedgerEntry last) =>
        (entry.Date, entry.WrittenAt, entry.Id.Value).CompareTo((last.Date, last.FirstWrittenAt, last.Origin.Value)) > 0;

    /// <summary>What a fold makes of the lines that it looks at, worked out when it is first asked for.</summary>
    public T Fold<T>(LineFold<T> fold)
        where T : class =>
        (T)_kept.GetOrAdd(fold, _ => new(fold.LooksAt, new(() => fold.Of(new BikeLedger(this, fold.LooksAt))))).What.Value;

    /// <summary>By the fold.</summary>
    private readonly ConcurrentDictionary<object, Kept> _kept = [];

    private sealed record Kept(Func<EntryBody, bool> LooksAt, Lazy<object> What);

    /// <summary>All lines of one kind that count, in the order of the book.</summary>
    public IEnumerable<(LedgerEntry Entry, T Body)> Each<T>()
        where T : EntryBody => from entry in Fold(Kind<T>.Lines).InForce select (entry, (T)entry.Body);

    private static class Kind<T>
    {
        internal static readonly LineFold<BikeLedger> Lines = new(body => body is T, lines => lines);
    }

    /// <summary>Why a struck line cannot be written again in its place, in a sentence; null where it can.</summary>
    public string? PutBackRefusal(LedgerEntry entry)
    {
        if (!Strikes.ContainsKey(entry.Id))
            return "This line is not struck.";
        if (InForce.Any(other => other.Origin == entry.Origin))
            return "Another line stands in its place already.";
        // A job's lines go and come back together, or the book would say half of what was done.
        return entry.Run is { } run && All.Any(line => line.Run == run && line.Body is JobFinished && Strikes.ContainsKey(line.Id))
            ? "It went with its job: finish the job again."
            : null;
    }

    private static LedgerEntry FirstWritten(LedgerEntry entry, Dictionary<EntryId, LedgerEntry> byId)
    {
        // A ring of corrections is refused when a copy is taken in; a book that holds one all the same is still read.
        for (var left = byId.Count; left > 0 && entry.Corrects is { } earlier && byId.TryGetValue(earlier, out var original); left--)
            entry = original;
        return entry;
    }
}
