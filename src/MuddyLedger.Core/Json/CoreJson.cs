using System.Text.Json;
using System.Text.Json.Serialization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Json;

/// <summary>
/// How core values are kept as JSON: quantities as text with their unit ("2.41 L"), choices by name, nothing unknown let in.
/// </summary>
[JsonSourceGenerationOptions(
    // The writer that it could make beside them is used by no options that have converters.
    GenerationMode = JsonSourceGenerationMode.Metadata,
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    AllowOutOfOrderMetadataProperties = true,
    UseStringEnumConverter = true,
    Converters = [
        typeof(QuantityConverter.OfDistance),
        typeof(QuantityConverter.OfHours),
        typeof(QuantityConverter.OfVolume),
        typeof(QuantityConverter.OfTorque),
        typeof(QuantityConverter.OfMeter),
        typeof(QuantityConverter.OfMoney),
        typeof(QuantityConverter.OfLength),
        typeof(QuantityConverter.OfPressure),
        typeof(QuantityConverter.OfUnit),
        typeof(DateConverter),
        typeof(InstantConverter),
    ]
)]
[JsonSerializable(typeof(Profile))]
[JsonSerializable(typeof(EntryBody))]
[JsonSerializable(typeof(RunAct))]
[JsonSerializable(typeof(Job))]
[JsonSerializable(typeof(Shelf.StockItem))]
[JsonSerializable(typeof(Exchange.ShedCopy))]
[JsonSerializable(typeof(Viewings.ViewingDetails))]
[JsonSerializable(typeof(Viewings.ViewingAct))]
[JsonSerializable(typeof(Viewings.FaultCost))]
public sealed partial class CoreJson : JsonSerializerContext
{
    /// <summary>
    /// Of what is kept as JSON, in a store and in a copy alike: counts every change of its names. What has a higher one was written by a
    /// later release and is refused, since a reader that skips what it does not know would lose it at the next write (0046).
    /// </summary>
    public const int Version = 1;

    /// <summary>As it is kept; <see cref="Read{T}(string)"/> gives the same value back.</summary>
    public static string Write<T>(T value) => JsonSerializer.Serialize(value, typeof(T), Default);

    /// <exception cref="JsonException">The text is not a value of this type.</exception>
    public static T Read<T>(string text) =>
        JsonSerializer.Deserialize(text, (System.Text.Json.Serialization.Metadata.JsonTypeInfo<T>)Default.GetTypeInfo(typeof(T))!)
        ?? throw new JsonException("Nothing there.");

    /// <summary>The same from UTF-8, as a store has it: thousands of lines are read without making a text of each.</summary>
    /// <exception cref="JsonException">The text is not a value of this type.</exception>
    public static T Read<T>(ReadOnlySpan<byte> text) =>
        JsonSerializer.Deserialize(text, (System.Text.Json.Serialization.Metadata.JsonTypeInfo<T>)Default.GetTypeInfo(typeof(T))!)
        ?? throw new JsonException("Nothing there.");
}

/// <summary>A day as ISO 8601 writes it.</summary>
public sealed class DateConverter : JsonConverter<NodaTime.LocalDate>
{
    public override NodaTime.LocalDate Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        NodaTime.Text.LocalDatePattern.Iso.Parse(reader.GetString() ?? "") is { Success: true } read
            ? read.Value
            : throw new JsonException("Not a day such as 2026-04-18.");

    public override void Write(Utf8JsonWriter writer, NodaTime.LocalDate value, JsonSerializerOptions options) =>
        writer.WriteStringValue(NodaTime.Text.LocalDatePattern.Iso.Format(value));
}

/// <summary>A moment as ISO 8601 writes it, to the nanosecond where it is kept so.</summary>
public sealed class InstantConverter : JsonConverter<NodaTime.Instant>
{
    public override NodaTime.Instant Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        NodaTime.Text.InstantPattern.ExtendedIso.Parse(reader.GetString() ?? "") is { Success: true } read
            ? read.Value
            : throw new JsonException("Not a moment such as 2026-04-18T10:20:00Z.");

    public override void Write(Utf8JsonWriter writer, NodaTime.Instant value, JsonSerializerOptions options) =>
        writer.WriteStringValue(NodaTime.Text.InstantPattern.ExtendedIso.Format(value));
}

/// <summary>Quantities as the text an owner could have typed, exact.</summary>
public static class QuantityConverter
{
    /// <summary>A distance as text: "12 km".</summary>
    public sealed class OfDistance() : Texts<Distance>(value => value.ToString(), quantity => Distance.From(quantity), Unit.Metre);

    /// <summary>Engine hours as text: "61.5 h".</summary>
    public sealed class OfHours() : Texts<EngineHours>(value => value.ToString(), quantity => EngineHours.From(quantity), Unit.Hour);

    /// <summary>A volume as text: "2.2 L".</summary>
    public sealed class OfVolume() : Texts<Volume>(value => value.ToString(), quantity => Volume.From(quantity), Unit.Litre);

    /// <summary>A torque as text: "25 N m".</summary>
    public sealed class OfTorque() : Texts<Torque>(value => value.ToString(), quantity => Torque.From(quantity), Unit.NewtonMetre);

    /// <summary>A length as text: "0.15 mm".</summary>
    public sealed class OfLength() : Texts<Length>(value => value.ToString(), quantity => Length.From(quantity), Unit.Millimetre);

    /// <summary>A pressure as text: "225 kPa".</summary>
    public sealed class OfPressure() : Texts<Pressure>(value => value.ToString(), quantity => Pressure.From(quantity), Unit.Kilopascal);

    /// <summary>Distance or hours as text; the unit says which.</summary>
    public sealed class OfMeter() : Texts<MeterAmount>(value => value.ToString(), quantity => MeterAmount.From(quantity), null);

    /// <summary>Money as an amount without its currency.</summary>
    public sealed class OfMoney : JsonConverter<Money>
    {
        public override Money Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            Money.Of(reader.GetDecimal());

        public override void Write(Utf8JsonWriter writer, Money value, JsonSerializerOptions options) =>
            writer.WriteNumberValue(value.Amount);
    }

    /// <summary>A unit by its symbol.</summary>
    public sealed class OfUnit : JsonConverter<Unit>
    {
        public override Unit Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            Unit.Find(reader.GetString() ?? "") ?? throw new JsonException("Not a unit known here.");

        public override void Write(Utf8JsonWriter writer, Unit value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.Symbol);
    }

    /// <summary>A quantity as text with its unit, so that a file can be read without knowing which one was meant.</summary>
    /// <param name="write">As it is written.</param>
    /// <param name="make">From what was read.</param>
    /// <param name="unit">Of a number alone; null where it must say its own.</param>
    public abstract class Texts<T>(Func<T, string> write, Func<Quantity, T> make, Unit? unit) : JsonConverter<T>
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            var text = reader.GetString() ?? "";
            var at = text.IndexOf(' ', StringComparison.Ordinal);
            if (
                at < 0
                || Unit.Find(text[at..]) is not { } found
                || (unit is not null && found.Dimension != unit.Dimension)
                || !decimal.TryParse(
                    text[..at],
                    System.Globalization.NumberStyles.Float,
                    System.Globalization.CultureInfo.InvariantCulture,
                    out var value
                )
            )
                throw new JsonException($"\"{text}\" is not a quantity.");
            return make(new Quantity(value, found));
        }

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(write(value));
    }
}
