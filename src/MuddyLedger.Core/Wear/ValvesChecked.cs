using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Wear;

/// <summary>Of the head.</summary>
public enum ValveSide
{
    Intake,
    Exhaust,
}

/// <summary>One valve of a check.</summary>
/// <param name="Cylinder">From 1.</param>
/// <param name="Side">Intake or exhaust.</param>
/// <param name="Number">Of its side in its cylinder, from 1.</param>
/// <param name="Clearance">In millimetres as found; 0 where no feeler goes in: it is nothing, or less.</param>
/// <param name="Shim">Thickness of the shim that was in, in millimetres; null for a screw, or where nobody looked.</param>
/// <param name="Fitted">Thickness of the shim that was put in; null where it stayed.</param>
/// <param name="Left">What it was left at, in millimetres; null where it was not set, or not measured again.</param>
public sealed record ValveReading(
    int Cylinder,
    ValveSide Side,
    int Number,
    decimal Clearance,
    decimal? Shim = null,
    decimal? Fitted = null,
    decimal? Left = null
)
{
    /// <summary>"cylinder 1, intake 2: 0.12 mm, shim 2.85 to 2.80, left 0.17 mm".</summary>
    public string Words()
    {
        static string Figure(decimal value) => value.ToString("0.00#", CultureInfo.InvariantCulture);
        return $"{new ValvePlace(Cylinder, Side, Number).Name(2)}: {Figure(Clearance)} mm"
            + (this is { Shim: { } was, Fitted: { } put } ? $", shim {Figure(was)} to {Figure(put)}" : "")
            + (Left is { } left ? $", left {Figure(left)} mm" : "");
    }
}

/// <summary>A valve check: every valve that was measured, in one line of the book.</summary>
/// <param name="Valves">One by one.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record ValvesChecked(ImmutableArray<ValveReading> Valves, string? Note = null) : EntryBody
{
    public override string KindName() => "Valves measured";

    public override IEnumerable<EntryFigure> Figures()
    {
        foreach (var valve in Valves)
            yield return new TextFigure("valve", valve.Words());
        if (Note is { } note)
            yield return new NoteFigure("note", note, words => this with { Note = words });
    }

    public bool Equals(ValvesChecked? other) => other is not null && Note == other.Note && Valves.SequenceEqual(other.Valves);

    public override int GetHashCode() => HashCode.Combine(Valves.Length, Note);
}
