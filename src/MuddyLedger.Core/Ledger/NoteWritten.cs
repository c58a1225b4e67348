namespace MuddyLedger.Core.Ledger;

/// <summary>Something worth keeping, in the owner's words.</summary>
/// <param name="Text">In the owner's words.</param>
public sealed record NoteWritten(string Text) : EntryBody
{
    public override string KindName() => "Note";

    public override IEnumerable<EntryFigure> Figures() => [new TextFigure("text", Text, words => this with { Text = words })];
}
