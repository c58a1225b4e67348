using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Servicing;

/// <summary>A service item is left alone: until a day, or for good where none is named.</summary>
/// <param name="Task">Which.</param>
/// <param name="Until">The day until which; null for good.</param>
/// <param name="Why">In the owner's words.</param>
public sealed record ServiceItemRested(string Task, LocalDate? Until, string Why) : EntryBody
{
    public override string KindName() => "Left alone";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return TaskFigure.Of(Task);
        if (Until is { } until)
            yield return new WordFigure("until", $"until {until:d MMMM uuuu}");
        yield return new TextFigure("why", Why, words => this with { Why = words });
    }
}
