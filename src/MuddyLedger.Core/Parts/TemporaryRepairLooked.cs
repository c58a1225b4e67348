using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Parts;

/// <summary>What a look at a repair for now comes to.</summary>
public enum RepairResult
{
    HoldsOn,
    Proven,
    ReplacedForGood,
}

/// <summary>A repair for now was looked at again.</summary>
/// <param name="Repair">Any line of it.</param>
/// <param name="Result">Whether it holds.</param>
/// <param name="Words">What was seen.</param>
/// <param name="ReviewOn">When to look again, where it holds on; else null.</param>
public sealed record TemporaryRepairLooked(EntryId Repair, RepairResult Result, string Words, LocalDate? ReviewOn) : EntryBody
{
    public override string KindName() => "Repair looked at";

    public override IEnumerable<EntryFigure> Figures() =>
        [WordFigure.Of("result", Result), new TextFigure("words", Words, words => this with { Words = words })];
}
