using System.Collections.Immutable;
using System.ComponentModel;
using System.Globalization;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Shelf;

/// <summary>A size in which something is sold, as typed.</summary>
/// <param name="Size">As typed: "4 L", "1".</param>
/// <param name="Price">Money as typed; empty where not known.</param>
public sealed record PackForm(string? Size, string? Price);

/// <summary>An item of the shelf as the owner types it.</summary>
/// <param name="Name">As the owner calls it.</param>
/// <param name="Kind">Fluid, part or consumable.</param>
/// <param name="Serves">What jobs call it, separated by commas.</param>
/// <param name="Bikes">For which it is; empty for all.</param>
/// <param name="Minimum">Below which it is to be bought, as typed; empty for none.</param>
/// <param name="Packs">Sizes in which it is sold.</param>
/// <param name="Place">Where it stands.</param>
/// <param name="Note">In the owner's words.</param>
public sealed record ItemForm(
    string? Name,
    StockKind Kind,
    string? Serves,
    IReadOnlyList<Guid> Bikes,
    string? Minimum,
    IReadOnlyList<PackForm?> Packs,
    string? Place,
    string? Note
)
{
    private const int MostPacks = 12;
    private const int MostBikes = 100;

    /// <summary>As it would have been typed, in the owner's units.</summary>
    public static ItemForm Of(StockItem item, OwnerSettings settings) =>
        new(
            item.Name,
            item.Kind,
            string.Join(", ", item.Serves),
            item.Bikes,
            Text(item.Minimum, item.Kind, settings),
            [.. item.Packs.Select(pack => new PackForm(Text(pack.Size, item.Kind, settings), pack.Price.ToString()))],
            item.Place,
            item.Note
        );

    /// <summary>What is wrong with it is said by the check.</summary>
    /// <param name="bikes">Those of the shed, for which it may be kept.</param>
    public StockItem Read(FieldCheck check, OwnerSettings settings, IReadOnlyCollection<Guid> bikes)
    {
        if (Packs.Count > MostPacks)
            check.Refuse("packs", $"are more than {MostPacks}");
        if (Bikes.Count > MostBikes || Bikes.Any(bike => !bikes.Contains(bike)))
            check.Refuse("bikes", "name a bike that is not in the shed");
        var packs = Packs
            .Take(MostPacks)
            .Select(
                (pack, at) =>
                    new Pack(
                        Amount(check, $"packs.{at}.size", pack?.Size, Kind, settings, least: 0.01m),
                        check.Money($"packs.{at}.price", pack?.Price)
                    )
            );
        return new(
            check.Text("name", Name, 80),
            Kind,
            [
                .. (check.OptionalText("serves", Serves, 300) ?? "")
                    .Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                    .Distinct(StringComparer.OrdinalIgnoreCase),
            ],
            [.. Bikes.Distinct()],
            string.IsNullOrWhiteSpace(Minimum) ? 0 : Amount(check, "minimum", Minimum, Kind, settings, least: 0),
            [.. packs],
            check.OptionalText("place", Place, 80),
            check.OptionalText("note", Note, 300)
        );
    }

    /// <summary>Litres, or whole pieces.</summary>
    public static decimal Amount(FieldCheck check, string field, string? text, StockKind kind, OwnerSettings settings, decimal least)
    {
        if (kind == StockKind.Fluid)
        {
            var litres = check.Quantity(field, text, settings.Volume, StockItem.MostLitres).InBase;
            if (!string.IsNullOrWhiteSpace(text) && litres < least)
                check.Refuse(field, "is less than a hundredth of a litre");
            return Math.Round(litres, 3);
        }

        var plain = (text ?? "").Trim().TrimEnd('p', 'c', ' ');
        if (!decimal.TryParse(plain, NumberStyles.None, CultureInfo.InvariantCulture, out var pieces) || pieces > StockItem.MostPieces)
        {
            check.Refuse(field, plain.Length == 0 ? "is missing" : $"is not a whole number of pieces, at most {StockItem.MostPieces:#,0}");
            return Math.Max(1, least);
        }

        if (pieces < Math.Ceiling(least))
            check.Refuse(field, "must be one at least");
        return pieces;
    }

    private static string Text(decimal amount, StockKind kind, OwnerSettings settings) =>
        ShelfAnswers.Amount(amount, kind, settings) is var shown && kind == StockKind.Fluid
            ? shown.Editable()
            : shown.Value.ToString("0", CultureInfo.InvariantCulture);
}

/// <summary>A thing that the shelf is to keep.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Item">As typed.</param>
public sealed record KeepItemRequest(Guid Id, [property: Description("As typed.")] ItemForm Item);

/// <summary>A thing that the shelf keeps no more.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
public sealed record ItemGoneRequest(Guid Id);

/// <summary>Something comes to the shelf or leaves it.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Cause">Bought, taken, put back, or counted.</param>
/// <param name="Amount">What came, went or is there, as typed.</param>
/// <param name="Count">For what was bought: how many packs of that amount, 1 to 99.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Note">In the owner's words; empty where there is nothing to say.</param>
/// <param name="Container">For a fluid that was taken or counted: which bottle.</param>
public sealed record MoveRequest(Guid Id, StockCause Cause, string? Amount, int Count, string? Date, string? Note, Guid? Container);

/// <summary>A move that was a mistake.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
public sealed record MoveUndoneRequest(Guid Id);
