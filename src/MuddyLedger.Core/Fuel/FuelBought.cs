using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Fuel;

/// <summary>Fuel went into the tank.</summary>
/// <param name="Volume">What went in.</param>
/// <param name="Price">Of all of it; null where nobody said.</param>
/// <param name="ToTheBrim">Full before it left: consumption is worked out from brim to brim.</param>
public sealed record FuelBought(Volume Volume, Money? Price, bool ToTheBrim) : EntryBody
{
    /// <summary>Two-stroke oil that was mixed in; null where none was.</summary>
    public Volume? Oil { get; init; }

    /// <summary>Fuel that went in before this was not written down: consumption is not worked out over it.</summary>
    public bool MissedSome { get; init; }

    public override string KindName() => "Fuel";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new VolumeFigure("volume", Volume, volume => this with { Volume = volume });
        if (Oil is { } oil)
            yield return new VolumeFigure("oil", oil, volume => this with { Oil = volume }, Of: "oil");
        if (Price is { } price)
            yield return new MoneyFigure("price", price, amount => this with { Price = amount });
        if (MissedSome)
            yield return new WordFigure("missed", "some before it not written down");
    }
}
