using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Gates;

/// <summary>
/// The owner's word that the bike may be cranked, run or ridden. It stays marked as a word, and opens nothing that is shut.
/// </summary>
/// <param name="Gate">Up to and with this gate.</param>
/// <param name="Words">What was said: "I rode it today".</param>
public sealed record WordGiven(Gate Gate, string Words) : EntryBody
{
    public override string KindName() => "Your word";

    public override IEnumerable<EntryFigure> Figures() =>
        [new WordFigure("gate", $"may be {Capabilities.Word(Gate)}"), new TextFigure("words", Words, words => this with { Words = words })];
}
