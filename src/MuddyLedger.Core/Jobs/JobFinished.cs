using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Jobs;

/// <summary>A job was signed off.</summary>
/// <param name="Job">Its id; of joined ones, all of them with a plus between.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Minutes">Time on the bench, 0 to 10,000.</param>
/// <param name="Skipped">Steps left out, each with its reason.</param>
/// <param name="Leftover">Why something stayed on the tray, where something did.</param>
/// <param name="Note">The owner's; null where there is none.</param>
public sealed record JobFinished(string Job, string Title, int Minutes, IReadOnlyList<SkippedStep> Skipped, string? Leftover, string? Note)
    : EntryBody
{
    public override string KindName() => "Job signed off";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("job", Title);
        yield return new MinutesFigure("minutes", Minutes, minutes => this with { Minutes = minutes });
        foreach (var step in Skipped)
            yield return new TextFigure("skipped", $"{step.Title}: {step.Reason}");
        if (Leftover is { } leftover)
            yield return new NoteFigure("leftover", leftover, words => this with { Leftover = words });
        if (Note is { } note)
            yield return new NoteFigure("note", note, words => this with { Note = words });
    }
}

/// <summary>A step that was left out, and why.</summary>
/// <param name="Title">Of the step.</param>
/// <param name="Reason">In the owner's words.</param>
public sealed record SkippedStep(string Title, string Reason);
