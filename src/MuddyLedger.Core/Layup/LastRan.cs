using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Layup;

/// <summary>When it last ran, as far as somebody knows: a day, or the first and the last day that it may have been.</summary>
/// <param name="Earliest">First day on which it may have been.</param>
/// <param name="Latest">Last day on which it may have been.</param>
/// <param name="Source">Whose word it is, and in which words: "the seller said 2007".</param>
public sealed record LastRan(LocalDate Earliest, LocalDate Latest, string Source) : EntryBody
{
    public override string KindName() => "Last ran";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            new WordFigure(
                "when",
                Earliest == Latest ? $"{Latest:d MMMM uuuu}" : $"between {Earliest:d MMMM uuuu} and {Latest:d MMMM uuuu}"
            ),
            new TextFigure("source", Source, words => this with { Source = words }),
        ];
}
