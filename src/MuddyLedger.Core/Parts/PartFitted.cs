using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Parts;

/// <summary>What a part was when it went on.</summary>
public enum PartState
{
    New,

    /// <summary>From another bike, or bought used.</summary>
    SecondHand,

    /// <summary>The one that came off, put back.</summary>
    UsedAgain,
}

/// <summary>A part that went on the bike.</summary>
/// <param name="Part">What it is.</param>
/// <param name="Count">1 to 99.</param>
/// <param name="Detail">Null where nothing more is known.</param>
public sealed record PartFitted(string Part, int Count, string? Detail = null) : EntryBody
{
    /// <summary>New, second-hand, or the one that came off.</summary>
    public PartState State { get; init; }

    /// <summary>What it is ordered by.</summary>
    public string? Number { get; init; }

    /// <summary>Where it came from: a shop, the shelf, another bike.</summary>
    public string? Source { get; init; }

    /// <summary>Of all of them together. A line of cost says the same: this is not added up.</summary>
    public Money? Price { get; init; }

    /// <summary>The last day of its warranty.</summary>
    public LocalDate? WarrantyUntil { get; init; }

    public override string KindName() => "Fitted";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("part", Part, words => this with { Part = words });
        if (Count > 1)
            yield return new WordFigure("count", $"{Count} of them");
        if (State == PartState.UsedAgain)
            yield return new WordFigure("state", "used again");
        if (State == PartState.SecondHand)
            yield return new WordFigure("state", "second-hand");
        if (Detail is { } detail)
            yield return new NoteFigure("detail", detail, words => this with { Detail = words });
        if (Number is { } number)
            yield return new NoteFigure("number", number, words => this with { Number = words });
        if (Source is { } source)
            yield return new NoteFigure("source", source, words => this with { Source = words });
        if (Price is { } price)
            yield return new MoneyFigure("price", price, amount => this with { Price = amount });
        if (WarrantyUntil is { } until)
            yield return new WordFigure("warranty", $"warranty until {until:d MMMM uuuu}");
    }
}
