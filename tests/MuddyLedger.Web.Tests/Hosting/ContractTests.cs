namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>The published description is whole: whoever writes another page by it needs no source.</summary>
public class ContractTests
{
    [Fact]
    public void Every_shape_and_every_field_of_it_says_what_it_means()
    {
        var all = Contract.Schemas.ToList();
        all.Count.ShouldBeGreaterThan(300);
        all.Where(one => one.Schema["enum"] is null && !Speaks(one.Schema)).Select(one => one.Name).ShouldBeEmpty();
        (
            from one in all
            from field in one.Schema["properties"]?.AsObject() ?? []
            where !Speaks(field.Value!)
            select $"{one.Name}.{field.Key}"
        ).ShouldBeEmpty();
    }

    [Fact]
    public void Everything_that_can_be_done_says_what_it_does_and_what_each_answer_means() =>
        (
            from path in Contract.Operations
            from operation in path.Operations.Where(one => one.Key is "get" or "post" or "put" or "delete")
            where
                string.IsNullOrWhiteSpace((string?)operation.Value!["summary"])
                || operation.Value["responses"]!.AsObject().Any(answer => string.IsNullOrWhiteSpace((string?)answer.Value!["description"]))
            select $"{operation.Key} {path.Path}"
        ).ShouldBeEmpty();

    private static bool Speaks(JsonNode schema) =>
        !string.IsNullOrWhiteSpace((string?)schema["description"])
        || schema["oneOf"] is JsonArray ways
            && ways.Any(way => way is JsonObject one && !string.IsNullOrWhiteSpace((string?)one["description"]));
}
