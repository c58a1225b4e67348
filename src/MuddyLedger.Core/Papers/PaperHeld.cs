using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Papers;

/// <summary>A paper that local rules ask for, and the day up to which it is good.</summary>
/// <param name="Paper">The component of its service task: "registration".</param>
/// <param name="Until">The last day on which it is good.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record PaperHeld(string Paper, LocalDate Until, string? Note = null) : EntryBody
{
    public override string KindName() => "Paper";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new WordFigure("paper", Paper.Replace('-', ' '));
        yield return new WordFigure("until", $"until {Until:d MMMM uuuu}");
        if (Note is { } note)
            yield return new NoteFigure("note", note, words => this with { Note = words });
    }
}
