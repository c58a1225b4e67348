using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Parts;

/// <summary>A part that is not the maker's, and what follows from it.</summary>
/// <param name="Part">What was fitted.</param>
/// <param name="InPlaceOf">The part that it stands for; null where there was none.</param>
/// <param name="Consequences">What it changes.</param>
/// <param name="Donor">The bike it was taken from, which wants one now; null where it was bought.</param>
public sealed record ModificationMade(string Part, string? InPlaceOf, ImmutableArray<Consequence> Consequences, BikeId? Donor = null)
    : EntryBody
{
    public override string KindName() => "Changed";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("part", Part);
        if (InPlaceOf is { } was)
            yield return new TextFigure("in place of", was);
        foreach (var one in Consequences)
            yield return new TextFigure("changes", $"{Capabilities.Word(one.Kind).Replace('-', ' ')}: {one.Words}");
    }

    public bool Equals(ModificationMade? other) =>
        other is not null
        && (Part, InPlaceOf, Donor) == (other.Part, other.InPlaceOf, other.Donor)
        && Consequences.SequenceEqual(other.Consequences);

    public override int GetHashCode() => HashCode.Combine(Part, InPlaceOf, Consequences.Length);
}
