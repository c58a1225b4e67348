using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Jobs;

/// <summary>Put in place or taken away only for now: it stands on the undo list until it is undone.</summary>
/// <param name="Thing">The same here and where it is undone: "rag-in-intake".</param>
/// <param name="What">In words.</param>
/// <param name="Way">In its place, or away.</param>
public sealed record LeftForNow(string Thing, string What, ForNow Way) : EntryBody
{
    /// <summary>The gate that it keeps shut as long as it stands; null where the bike may be used with it.</summary>
    public Gate? Shuts { get; init; }

    /// <summary>Where what was taken away is kept; null where nobody said.</summary>
    public string? Where { get; init; }

    public override string KindName() => "Only for now";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("what", What);
        yield return new WordFigure("way", Way == ForNow.InPlace ? "in place" : "away");
        if (Where is { } where)
            yield return new NoteFigure("where", where, words => this with { Where = words });
    }
}
