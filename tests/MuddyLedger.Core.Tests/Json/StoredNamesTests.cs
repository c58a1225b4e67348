using System.Globalization;
using System.Text.Json.Serialization.Metadata;
using MuddyLedger.Core.Exchange;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Json;

namespace MuddyLedger.Core.Tests.Json;

/// <summary>
/// Every name in the JSON of a store or a copy is written down beside this file, version by version: what a book of years ago calls its
/// fields is still read, and no name comes without a new version, by which an earlier release knows that it must leave the file alone.
/// </summary>
public class StoredNamesTests
{
    private static readonly string Folder = Path.Combine(Given.ContentFolder, "..", "tests", "MuddyLedger.Core.Tests", "Json");

    private static string PathOf(int version) =>
        Path.Combine(Folder, string.Create(CultureInfo.InvariantCulture, $"stored-names-{version}.txt"));

    public static TheoryData<int> Versions => [.. Enumerable.Range(1, CoreJson.Version)];

    /// <summary>"MeterRead at: MeterAmount", "EntryBody = reading MeterRead", "EpochCause = dash-swapped": a line for each name.</summary>
    private static SortedSet<string> Names()
    {
        var lines = new SortedSet<string>(StringComparer.Ordinal);
        var seen = new HashSet<Type>();
        var open = new Queue<Type>([typeof(ShedCopy), typeof(RunAct), typeof(Job)]);
        while (open.TryDequeue(out var type))
        {
            if (!seen.Add(type) || CoreJson.Default.GetTypeInfo(type) is not { } info)
                continue;
            if (Nullable.GetUnderlyingType(type) is { } bare)
                open.Enqueue(bare);
            if (info.ElementType is { } element)
                open.Enqueue(element);
            if (type.IsEnum)
                lines.UnionWith(Enum.GetNames(type).Select(name => $"{type.Name} = {name}"));
            foreach (var derived in info.PolymorphismOptions?.DerivedTypes ?? [])
            {
                lines.Add($"{type.Name} = {derived.TypeDiscriminator} {derived.DerivedType.Name}");
                open.Enqueue(derived.DerivedType);
            }

            // What is only written (a computed value) is nothing that a book of another release needs to have.
            foreach (
                var property in info.Kind == JsonTypeInfoKind.Object
                    ? info.Properties.Where(one => one.Set is not null || IsAsked(one))
                    : []
            )
            {
                lines.Add($"{type.Name} {property.Name}: {Called(property.PropertyType)}");
                open.Enqueue(property.PropertyType);
            }
        }

        return lines;
    }

    private static bool IsAsked(JsonPropertyInfo property) => property.AssociatedParameter is not null;

    private static string Called(Type type) =>
        Nullable.GetUnderlyingType(type) is { } bare ? Called(bare) + "?"
        : type.IsGenericType ? $"{type.Name.Split('`')[0]}<{string.Join(", ", type.GetGenericArguments().Select(Called))}>"
        : type.Name;

    [Fact]
    public void No_name_comes_or_goes_without_a_new_version() =>
        Names()
            .ToArray()
            .ShouldBe(
                File.ReadAllLines(PathOf(CoreJson.Version)),
                customMessage: "raise CoreJson.Version and write its names: -explicit only -method \"*StoredNamesTests.Write\""
            );

    // A field that was renamed stays as a property that is read and never written.
    [Theory]
    [MemberData(nameof(Versions))]
    public void What_an_earlier_version_wrote_is_still_read(int version) =>
        File.ReadAllLines(PathOf(version)).Except(Names(), StringComparer.Ordinal).ShouldBeEmpty();

    /// <summary>Only ever a new file: what a release has written stays as it was.</summary>
    [Fact(Explicit = true)]
    public void Write()
    {
        using var file = new StreamWriter(new FileStream(PathOf(CoreJson.Version), FileMode.CreateNew)) { NewLine = "\n" };
        foreach (var name in Names())
            file.WriteLine(name);
    }
}
