using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Parts;

/// <summary>Mended for now. A finding of its own kind: it is looked at again on a day, and told in a sale until it is proven.</summary>
/// <param name="What">What was broken, and how it is mended.</param>
/// <param name="CureHours">Before it may be used, 0 to 720.</param>
/// <param name="ReviewOn">The day to look at it again.</param>
public sealed record TemporaryRepairMade(string What, int CureHours, LocalDate ReviewOn) : EntryBody
{
    /// <summary>The access group behind which it lies: a job that opens it says so. Null where it lies open, or nobody said.</summary>
    public string? Place { get; init; }

    public override string KindName() => "Mended for now";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("what", What, words => this with { What = words });
        if (CureHours > 0)
            yield return new WordFigure("cures", $"cures {CureHours} h");
        yield return new WordFigure("review", $"look again {ReviewOn:uuuu-MM-dd}");
    }
}
