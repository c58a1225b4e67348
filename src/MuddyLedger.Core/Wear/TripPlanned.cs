using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.Core.Wear;

/// <summary>A trip, race or rally that is planned. Kept again under its own id when it changes; the last word counts.</summary>
/// <param name="Trip">The same for as long as the plan: the id under which it was first kept.</param>
/// <param name="Title">Where to.</param>
/// <param name="Amount">Distance or hours of it.</param>
/// <param name="From">The day it begins.</param>
/// <param name="Days">How many days it takes, 1 to 366.</param>
/// <param name="Hard">How much faster it wears than the usual riding, 1 to 4.</param>
/// <param name="Loaded">With bags or a passenger.</param>
/// <param name="Dropped">It is not on any more.</param>
public sealed record TripPlanned(
    Guid Trip,
    string Title,
    MeterAmount Amount,
    LocalDate From,
    int Days,
    decimal Hard,
    bool Loaded,
    bool Dropped = false
) : EntryBody
{
    public override string KindName() => "Trip";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            new TextFigure("title", Title),
            new MeterFigure("amount", Amount),
            new WordFigure("from", Dropped ? "called off" : $"from {From:d MMMM uuuu}"),
        ];
}
