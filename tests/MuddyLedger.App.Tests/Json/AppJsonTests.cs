using System.Reflection;
using MuddyLedger.App.Json;
using MuddyLedger.App.Requests;

namespace MuddyLedger.App.Tests.Json;

public class AppJsonTests
{
    private static IEnumerable<MethodInfo> Handlers =>
        typeof(Problem)
            .Assembly.GetTypes()
            .Where(type => type.Name.EndsWith("Handlers", StringComparison.Ordinal) && type.IsPublic)
            .SelectMany(type =>
                type.GetMethods(BindingFlags.Public | BindingFlags.Instance | BindingFlags.Static | BindingFlags.DeclaredOnly)
            );

    public static TheoryData<string> Written =>
        [
            .. Handlers
                .SelectMany(handler =>
                    handler
                        .GetParameters()
                        .Select(parameter => parameter.ParameterType)
                        .Where(type =>
                            type.Name.EndsWith("Request", StringComparison.Ordinal)
                            || type.Name.StartsWith("New", StringComparison.Ordinal)
                            || type.Name.EndsWith("Change", StringComparison.Ordinal)
                        )
                        .Append(AnswerOf(handler.ReturnType))
                )
                .OfType<Type>()
                .Where(type => type != typeof(byte[]))
                .Select(type => type.AssemblyQualifiedName!)
                .Distinct(),
        ];

    private static Type? AnswerOf(Type returned) =>
        returned is not { IsGenericType: true, GenericTypeArguments: [var inner] } ? null
        : returned.GetGenericTypeDefinition() == typeof(Outcome<>) ? inner
        : AnswerOf(inner);

    // What is not made at build is made at the first request, by looking types up: slow on a server, and not at all in a browser.
    [Theory]
    [MemberData(nameof(Written))]
    public void Every_request_and_every_answer_is_read_and_written_without_looking_types_up(string type) =>
        AppJson.Default.GetTypeInfo(Type.GetType(type)!).ShouldNotBeNull();

    [Fact]
    public void There_are_many_of_them() => Written.Count.ShouldBeGreaterThan(70);
}
