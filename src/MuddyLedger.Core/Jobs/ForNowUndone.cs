using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Jobs;

/// <summary>What was in place or away only for now is so no more.</summary>
/// <param name="Thing">Its id.</param>
/// <param name="What">In words.</param>
/// <param name="How">Said where it was undone by hand, outside of a job.</param>
public sealed record ForNowUndone(string Thing, string What, string? How = null) : EntryBody
{
    public override string KindName() => "Undone again";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("what", What);
        if (How is { } how)
            yield return new NoteFigure("how", how, words => this with { How = words });
    }
}
