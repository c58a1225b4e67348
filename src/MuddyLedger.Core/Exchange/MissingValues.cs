using System.Collections;
using System.Collections.Immutable;
using System.Text.Json.Serialization.Metadata;
using MuddyLedger.Core.Json;
using NodaTime;

namespace MuddyLedger.Core.Exchange;

/// <summary>
/// What was read from a file and lacks something that every such value has, or has a day that no bike has seen. A list of nothing is a
/// list; a list left out, or with a gap, is none.
/// </summary>
internal static class MissingValues
{
    /// <summary>The first motorcycles, and a day after which nobody plans.</summary>
    public const int FirstYear = 1885,
        LastYear = 2200;

    /// <returns>The first thing that cannot be, with its path; null where all is whole.</returns>
    public static Refusal? First(object value, string path)
    {
        if (CoreJson.Default.GetTypeInfo(value.GetType()) is not { } info)
            return null;
        return info.Kind switch
        {
            JsonTypeInfoKind.Object => info
                .Properties.Select(property => In(property, value, path))
                .FirstOrDefault(hole => hole is not null),
            JsonTypeInfoKind.Enumerable => InList((IEnumerable)value, path),
            JsonTypeInfoKind.Dictionary => InDictionary((IDictionary)value, path),
            _ => null,
        };
    }

    private static Refusal? In(JsonPropertyInfo property, object value, string path)
    {
        if (property.Get is not { } get)
            return null;
        var at = path.Length == 0 ? property.Name : $"{path}.{property.Name}";
        var inner = get(value);
        // Whatever came to a type later may be missing in files from before.
        var needed = property.IsRequired || property.AssociatedParameter is { HasDefaultValue: false };
        if (inner is null)
            return needed && !property.IsGetNullable ? Hole(at) : null;
        if (inner.Equals(NoList))
            return needed ? Hole(at) : null;
        // An id that was left out is read as one of zeros.
        if (inner is Guid id && id == Guid.Empty)
            return Hole(at);
        if (YearOf(inner) is < FirstYear or > LastYear)
            return new(at, $"lies before {FirstYear} or after {LastYear}");
        return First(inner, at);
    }

    private static Refusal? InList(IEnumerable list, string path)
    {
        var at = 0;
        foreach (var one in list)
        {
            if ((one is null ? Hole($"{path}.{at}") : First(one, $"{path}.{at}")) is { } hole)
                return hole;
            at++;
        }

        return null;
    }

    private static Refusal? InDictionary(IDictionary dictionary, string path)
    {
        foreach (DictionaryEntry one in dictionary)
            if ((one.Value is null ? Hole($"{path}.{one.Key}") : First(one.Value, $"{path}.{one.Key}")) is { } hole)
                return hole;
        return null;
    }

    private static Refusal Hole(string path) => new(path, "is empty where something should stand");

    private static int? YearOf(object value) =>
        value switch
        {
            LocalDate date => date.Year,
            Instant instant => instant.InUtc().Year,
            _ => null,
        };

    /// <summary>Immutable arrays that were never made are all equal, whatever they would hold.</summary>
    private static readonly object NoList = default(ImmutableArray<int>);
}
