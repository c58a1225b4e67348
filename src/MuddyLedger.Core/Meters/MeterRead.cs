using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Meters;

/// <summary>The meter was read.</summary>
/// <param name="Display">What the dash or hour meter showed, not the lifetime value.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record MeterRead(MeterAmount Display, string? Note = null) : EntryBody
{
    public override string KindName() => "Meter read";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new MeterFigure("reading", Display, display => this with { Display = display });
        if (Note is { } note)
            yield return new NoteFigure("note", note, words => this with { Note = words });
    }
}
