using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Fluids;

/// <summary>A look for leaks: what was seen and wiped off. Empty where all was dry.</summary>
/// <param name="Spots">What was wet; empty where all was dry.</param>
public sealed record LeakLooked(ImmutableArray<LeakSpot> Spots) : EntryBody
{
    public override string KindName() => "Looked for leaks";

    public override IEnumerable<EntryFigure> Figures()
    {
        if (Spots.IsEmpty)
            yield return new TextFigure("seen", "all dry");
        foreach (var spot in Spots)
            yield return new TextFigure("seen", $"{LeakWatch.Words(spot.Place)}: {Word(spot.Grade)}, {Word(spot.Fluid)}");
        static string Word<T>(T choice)
            where T : struct, Enum => Capabilities.Word(choice).Replace('-', ' ');
    }

    public bool Equals(LeakLooked? other) => other is not null && Spots.SequenceEqual(other.Spots);

    public override int GetHashCode() => Spots.Length;
}
