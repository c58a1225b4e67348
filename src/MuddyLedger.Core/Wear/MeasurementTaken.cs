using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Wear;

/// <summary>Something measured on the bike, at one place or several.</summary>
/// <param name="AskedBy">The point of a viewing, or the task, that asks for it: "off-the-ground.front-disc".</param>
/// <param name="Title">Of the step or the series.</param>
/// <param name="Values">One for each place, in the unit.</param>
/// <param name="Unit">The unit of all values.</param>
public sealed record MeasurementTaken(string AskedBy, string Title, ImmutableArray<decimal> Values, string Unit) : EntryBody
{
    /// <summary>Where each value was taken, in their order; empty where nobody said.</summary>
    public ImmutableArray<string> Places
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>What took it, where that was more than an eye and a rule.</summary>
    public string? Instrument { get; init; }

    /// <summary>In the bike's book; null where there is none.</summary>
    public Guid? Photo { get; init; }

    /// <summary>What <see cref="AskedBy"/> was called in stores and copies of earlier releases: read, never written.</summary>
    public string? What
    {
        get => null;
        init
        {
            if (value is not null)
                AskedBy = value;
        }
    }

    public override string KindName() => "Measured";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            new TextFigure("what", Title),
            new TextFigure("values", $"{string.Join(", ", Values.Select(value => value.ToString(CultureInfo.InvariantCulture)))} {Unit}"),
        ];

    public bool Equals(MeasurementTaken? other) =>
        other is not null
        && (AskedBy, Title, Unit, Instrument, Photo) == (other.AskedBy, other.Title, other.Unit, other.Instrument, other.Photo)
        && Values.SequenceEqual(other.Values)
        && Places.SequenceEqual(other.Places);

    public override int GetHashCode() => HashCode.Combine(AskedBy, Title, Unit, Values.Length);
}
