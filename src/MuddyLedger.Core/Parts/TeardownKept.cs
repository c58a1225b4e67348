using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Parts;

/// <summary>How the bike came apart, kept from a tray.</summary>
/// <param name="Title">What it is called.</param>
/// <param name="Places">The access groups that were open and the jobs that were run: what the next job is matched on.</param>
/// <param name="Parts">In the order in which they came off.</param>
/// <param name="Photos">Snapshots in the bike's book, by id.</param>
/// <param name="Quirks">Which way a lever sits, what falls out when a cover lifts.</param>
public sealed record TeardownKept(
    string Title,
    ImmutableArray<string> Places,
    ImmutableArray<TeardownPart> Parts,
    ImmutableArray<Guid> Photos,
    string? Quirks
) : EntryBody
{
    public override string KindName() => "Teardown sheet";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("title", Title);
        yield return new WordFigure("parts", $"{Parts.Sum(part => part.Count)} parts");
        if (Quirks is { } quirks)
            yield return new TextFigure("quirks", quirks);
    }

    public bool Equals(TeardownKept? other) =>
        other is not null
        && (Title, Quirks) == (other.Title, other.Quirks)
        && Places.SequenceEqual(other.Places)
        && Parts.SequenceEqual(other.Parts)
        && Photos.SequenceEqual(other.Photos);

    public override int GetHashCode() => HashCode.Combine(Title, Quirks, Parts.Length);
}
