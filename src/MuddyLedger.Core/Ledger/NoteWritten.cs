namespace MuddyLedger.Core.Ledger;

public sealed record NoteWritten(string Text) : EntryBody
{
    public override string KindName() => "Note";

    public override IEnumerable<EntryFigure> Figures() => [new TextFigure("text", Text, words => this with { Text = words })];
}
