using System.Text.Json.Serialization;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;

namespace MuddyLedger.Core.Servicing;

/// <summary>The owner's own limits for a task, in place of the shipped ones. With none given, the shipped ones hold again.</summary>
/// <param name="Task">The service item.</param>
/// <param name="Distance">Null for none.</param>
/// <param name="Hours">Null for none.</param>
/// <param name="Months">1 to 240.</param>
/// <param name="Provenance">Who says so.</param>
public sealed record IntervalSet(string Task, MeterAmount? Distance, MeterAmount? Hours, int? Months, Provenance Provenance) : EntryBody
{
    /// <summary>The shipped limits hold.</summary>
    [JsonIgnore]
    public bool AsShipped => Distance is null && Hours is null && Months is null;

    public override string KindName() => "Interval set";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return TaskFigure.Of(Task);
        if (Distance is { } distance)
            yield return new MeterFigure("every", distance);
        if (Hours is { } hours)
            yield return new MeterFigure("hours", hours);
        if (Months is { } months)
            yield return new WordFigure("months", $"{months} months");
        if (AsShipped)
            yield return new WordFigure("limits", "as shipped");
    }
}
