using System.Reflection;
using System.Runtime.CompilerServices;
using System.Xml.Linq;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.App.Tests;

/// <summary>Whoever reads a type of Core or App is told what it and each thing in it mean; the API's description comes from it.</summary>
public class MeaningTests
{
    private const BindingFlags OfItsOwn = BindingFlags.Public | BindingFlags.Instance | BindingFlags.DeclaredOnly;
    private const BindingFlags AnyOfItsOwn = OfItsOwn | BindingFlags.Static;

    public static TheoryData<string> Assemblies => [typeof(EntryBody).Assembly.GetName().Name!, typeof(Problem).Assembly.GetName().Name!];

    [Theory]
    [MemberData(nameof(Assemblies))]
    public void Every_public_type_and_everything_that_it_holds_has_its_meaning(string assembly)
    {
        var documents = XDocument.Load(Path.Combine(AppContext.BaseDirectory, $"{assembly}.xml"));
        var members = documents.Descendants("member").ToDictionary(member => member.Attribute("name")!.Value);
        var types = Assembly.Load(assembly).GetExportedTypes().Where(type => !IsMade(type) && !IsJsonContext(type)).ToList();
        types.Count.ShouldBeGreaterThan(150);
        types.SelectMany(type => WithoutMeaning(type, members)).ShouldBeEmpty();
    }

    private static IEnumerable<string> WithoutMeaning(Type type, Dictionary<string, XElement> members)
    {
        var name = type.FullName!.Replace('+', '.');
        var said = members.GetValueOrDefault($"T:{name}");
        if (said is null || !Speaks(said.Element("summary")) && said.Element("inheritdoc") is null)
            yield return name;
        foreach (var property in type.GetProperties(OfItsOwn).Where(property => !IsMade(property) && !IsOverride(property)))
            if (
                !Speaks(members.GetValueOrDefault($"P:{name}.{property.Name}")?.Element("summary"))
                && members.GetValueOrDefault($"P:{name}.{property.Name}")?.Element("inheritdoc") is null
                && said?.Elements("param").Any(param => param.Attribute("name")!.Value == property.Name && Speaks(param)) != true
            )
                yield return $"{name}.{property.Name}";
        // Of several methods of one name each has its own: as many are told of as there are.
        foreach (var same in type.GetMethods(AnyOfItsOwn).Where(IsToBeTold).GroupBy(method => method.Name))
        {
            var told = members.Where(member => IsOf(member.Key, $"M:{name}.{same.Key}")).Count(member => member.Value.HasElements);
            if (told < same.Count())
                yield return $"{name}.{same.Key}: {told} of {same.Count()}";
        }
    }

    private static bool IsOf(string member, string method) =>
        member.StartsWith(method, StringComparison.Ordinal) && (member.Length == method.Length || member[method.Length] is '(' or '`');

    /// <summary>Not what the compiler makes, what a base tells of, or what compares two of a kind.</summary>
    private static bool IsToBeTold(MethodInfo method) =>
        !method.IsSpecialName
        && !IsMade(method)
        && method.GetBaseDefinition().DeclaringType == method.DeclaringType
        && method.Name is not ("Equals" or "CompareTo")
        && !typeof(Delegate).IsAssignableFrom(method.DeclaringType);

    private static bool Speaks(XElement? element) => element is not null && (element.Value.Trim().Length > 0 || element.HasElements);

    private static bool IsMade(MemberInfo member) =>
        member.IsDefined(typeof(CompilerGeneratedAttribute)) || member.Name.Contains('<', StringComparison.Ordinal);

    private static bool IsJsonContext(Type type) => typeof(System.Text.Json.Serialization.JsonSerializerContext).IsAssignableFrom(type);

    private static bool IsOverride(PropertyInfo property) =>
        property.GetMethod is { } get && get.GetBaseDefinition().DeclaringType != property.DeclaringType
        || property.Name == "EqualityContract";
}
