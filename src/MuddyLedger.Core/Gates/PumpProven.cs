using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Gates;

/// <summary>What ends the doubt about an oil pump.</summary>
public enum PumpProofBy
{
    MeasuredFall,
    OwnersWord,
}

/// <summary>The oil pump of a two-stroke feeds it: by the measured fall of its tank, or on the owner's word.</summary>
/// <param name="By">By a measured fall, or by the owner's word.</param>
/// <param name="Words">The owner's; null of a measurement.</param>
public sealed record PumpProven(PumpProofBy By, string? Words = null) : EntryBody
{
    public override string KindName() => "Oil pump proven";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new WordFigure("by", By == PumpProofBy.OwnersWord ? "on your word" : "by measured fall");
        if (Words is { } said)
            yield return new NoteFigure("words", said, words => this with { Words = words });
    }
}
