using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Servicing;

/// <summary>How a task is known to have been done.</summary>
public enum Evidence
{
    DoneHere,
    Receipt,
    OwnMemory,

    /// <summary>Kept as a claim; it is not history.</summary>
    SellersWord,

    /// <summary>The seller's word, which the owner takes for true: it counts, and stays marked.</summary>
    ClaimAccepted,

    /// <summary>Counted from here; what was before is not known.</summary>
    Baseline,

    /// <summary>The component was new or rebuilt on this day: limits with a first value start with it.</summary>
    AsNew,

    /// <summary>Not known, and to be done: due from here.</summary>
    TreatAsDue,
}

/// <summary>What is known of a service task: done, said to be, or counted from here.</summary>
/// <param name="Task">The service task, as "engine-oil.replace".</param>
/// <param name="Evidence">How it is known.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record TaskDone(string Task, Evidence Evidence, string? Note = null) : EntryBody
{
    public override string KindName() => "Done";

    /// <summary>Only what was done is called done.</summary>
    public override string LineName() =>
        Evidence switch
        {
            Evidence.Receipt => "Done, by receipt",
            Evidence.OwnMemory => "Done, from memory",
            Evidence.SellersWord => "Said to be done",
            Evidence.ClaimAccepted => "Taken as done",
            Evidence.Baseline => "Counted from here",
            Evidence.AsNew => "New or rebuilt",
            Evidence.TreatAsDue => "Declared due",
            _ => KindName(),
        };

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return TaskFigure.Of(Task);
        var known = Evidence switch
        {
            Evidence.SellersWord => "on the seller's word only",
            Evidence.ClaimAccepted => "on the seller's word, taken for true",
            Evidence.Baseline => "what was before is not known",
            Evidence.TreatAsDue => "nothing is known of it",
            _ => null,
        };
        if (known is not null)
            yield return new WordFigure("evidence", known);
        if (Note is { } note)
            yield return new NoteFigure("note", note, words => this with { Note = words });
    }
}

/// <summary>A service task by its words: "engine oil: replace".</summary>
public static class TaskFigure
{
    /// <summary>The task in words: "engine-oil.replace" as "engine oil: replace".</summary>
    public static EntryFigure Of(string task) =>
        new WordFigure("task", task.Replace(".", ": ", StringComparison.Ordinal).Replace('-', ' '));
}
