using System.Collections;
using System.Collections.Immutable;
using System.Text.Json.Serialization.Metadata;
using MuddyLedger.Core.Json;

namespace MuddyLedger.Core.Exchange;

/// <summary>What was read from a file and lacks something that every such value has. A list of nothing is a list; a list left out, or with a gap, is none.</summary>
internal static class Holes
{
    /// <returns>The path of the first thing that is not there; null where all is whole.</returns>
    public static string? First(object value, string path)
    {
        if (CoreJson.Default.GetTypeInfo(value.GetType()) is not { } info) return null;
        return info.Kind switch
        {
            JsonTypeInfoKind.Object => info.Properties.Select(property => In(property, value, path)).FirstOrDefault(hole => hole is not null),
            JsonTypeInfoKind.Enumerable => InList((IEnumerable)value, path),
            JsonTypeInfoKind.Dictionary => InDictionary((IDictionary)value, path),
            _ => null,
        };
    }

    private static string? In(JsonPropertyInfo property, object value, string path)
    {
        if (property.Get is not { } get) return null;
        var at = path.Length == 0 ? property.Name : $"{path}.{property.Name}";
        var inner = get(value);
        // Whatever came to a type later may be missing in files from before.
        var needed = property.IsRequired || property.AssociatedParameter is { HasDefaultValue: false };
        if (inner is null) return needed && !property.IsGetNullable ? at : null;
        if (inner.Equals(NoList)) return needed ? at : null;
        return First(inner, at);
    }

    private static string? InList(IEnumerable list, string path)
    {
        var at = 0;
        foreach (var one in list)
        {
            if ((one is null ? $"{path}.{at}" : First(one, $"{path}.{at}")) is { } hole) return hole;
            at++;
        }

        return null;
    }

    private static string? InDictionary(IDictionary dictionary, string path)
    {
        foreach (DictionaryEntry one in dictionary)
            if ((one.Value is null ? $"{path}.{one.Key}" : First(one.Value, $"{path}.{one.Key}")) is { } hole) return hole;
        return null;
    }

    /// <summary>Immutable arrays that were never made are all equal, whatever they would hold.</summary>
    private static readonly object NoList = default(ImmutableArray<int>);
}
