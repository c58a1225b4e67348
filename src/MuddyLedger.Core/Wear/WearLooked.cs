using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Wear;

/// <summary>What wears was looked at, not measured: a grade that joins the readings of its series.</summary>
/// <param name="Series">The kind of series: "front-pads".</param>
/// <param name="Title">What was looked at.</param>
/// <param name="Grade">The worst of its places.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record WearLooked(string Series, string Title, Grade Grade, string? Note = null) : EntryBody
{
    /// <summary>What each place looked like; empty where it was looked at as a whole.</summary>
    public ImmutableArray<PlaceLook> Places
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>In the bike's book; null where there is none.</summary>
    public Guid? Photo { get; init; }

    public override string KindName() => "Looked at";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("what", Title);
        yield return WordFigure.Of("grade", Grade);
        if (!Places.IsEmpty)
            yield return new TextFigure(
                "places",
                string.Join(", ", Places.Select(place => $"{place.Place} {Capabilities.Word(place.Grade)}"))
            );
        if (Note is { } note)
            yield return new NoteFigure("note", note, words => this with { Note = words });
    }

    public bool Equals(WearLooked? other) =>
        other is not null
        && (Series, Title, Grade, Note, Photo) == (other.Series, other.Title, other.Grade, other.Note, other.Photo)
        && Places.SequenceEqual(other.Places);

    public override int GetHashCode() => HashCode.Combine(Series, Grade, Note, Places.Length);
}

/// <summary>What one place looked like: "cylinder 2", "left leg".</summary>
/// <param name="Place">Where.</param>
/// <param name="Grade">How bad.</param>
public sealed record PlaceLook(string Place, Grade Grade);
