using MuddyLedger.App.Settings;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Units;

/// <summary>A value in the unit it is to be shown in. The page only writes it down.</summary>
/// <param name="Value">Rounded as its unit is read.</param>
/// <param name="Unit">Its symbol.</param>
/// <param name="Decimals">How many decimals it is worth showing.</param>
public sealed record Shown(decimal Value, string Unit, int Decimals)
{
    /// <summary>Rounded as its unit is read.</summary>
    public static Shown Of(Quantity quantity) =>
        new(
            Math.Round(quantity.Value, quantity.Unit.Decimals, MidpointRounding.AwayFromZero),
            quantity.Unit.Symbol,
            quantity.Unit.Decimals
        );

    /// <summary>In the bike's own unit.</summary>
    public static Shown Of(MeterAmount amount, Profile bike) => Of(amount.In(bike.UnitOf(amount.Kind)));

    /// <summary>In the owner's unit.</summary>
    public static Shown Of(Volume volume, OwnerSettings settings) => Of(volume.In(settings.Volume));

    /// <summary>In the owner's unit.</summary>
    public static Shown Of(Torque torque, OwnerSettings settings) => Of(torque.In(settings.Torque));

    /// <summary>In millimetres; null where it is not known.</summary>
    public static Shown? Of(Length? length) => length is { } known ? Of(known.In(Core.Units.Unit.Millimetre)) : null;

    /// <summary>As it is put into a field to be changed: see <see cref="QuantityText.Editable"/>.</summary>
    public string Editable() => $"{NumberText.Editable(Value)}{(Unit.StartsWith(':') ? "" : " ")}{Unit}";

    public override string ToString() =>
        Value.ToString($"#,0.{new string('#', Decimals)}", System.Globalization.CultureInfo.InvariantCulture)
        + (Unit.StartsWith(':') ? "" : " ")
        + Unit;
}

/// <summary>Where a figure or a rule comes from.</summary>
/// <param name="Kind">Manual, owner, published, common practice, or house.</param>
/// <param name="Source">Its name; null where the kind says all.</param>
public sealed record ShownProvenance(ProvenanceKind Kind, string? Source)
{
    /// <summary>Where a figure comes from, as it is shown.</summary>
    public static ShownProvenance Of(Provenance provenance) => new(provenance.Kind, provenance.Source);
}
