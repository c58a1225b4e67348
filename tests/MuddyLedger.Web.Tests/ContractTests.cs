namespace MuddyLedger.Web.Tests;

/// <summary>The description itself, and that what is held against it can fail.</summary>
public class ContractTests
{
    private static string? Against(string method, string path, int status, string body) =>
        Contract.Against(new(method), new Uri($"http://127.0.0.1{path}"), status, "application/json", JsonNode.Parse(body));

    [Theory]
    [InlineData("GET", "/api/settings", 200, """{ "currency": 5 }""")]
    [InlineData("GET", "/api/settings", 200, """{ }""")]
    [InlineData("GET", "/api/settings", 200, "[]")]
    [InlineData("GET", "/api/settings", 418, """{ }""")]
    [InlineData("GET", "/api/jobs", 200, """[{ "id": "engine-oil" }]""")]
    public void What_is_not_described_is_noticed(string method, string path, int status, string body) =>
        Against(method, path, status, body).ShouldNotBeNull();

    [Fact]
    public void A_word_or_a_field_too_many_is_noticed()
    {
        var problem = """{ "title": "Refused", "status": 404, "detail": "It is not there." }""";
        string? Of(string body) =>
            Contract.Against(
                HttpMethod.Get,
                new Uri("http://127.0.0.1/api/bikes/0"),
                404,
                "application/problem+json",
                JsonNode.Parse(body)
            );
        Of(problem).ShouldBeNull();
        Of(problem.Replace("404", "404, \"stack\": \"at\"")).ShouldNotBeNull().ShouldContain("stack");
    }

    [Fact]
    public void Every_operation_says_what_it_does()
    {
        var said = new List<string>();
        foreach (var (path, operations) in Contract.Operations)
        foreach (var (method, operation) in operations)
        {
            var summary = (string?)operation!["summary"];
            summary.ShouldNotBeNull($"{method} {path}");
            summary.ShouldEndWith(".");
            said.Add(summary);
        }

        said.Count.ShouldBeGreaterThan(100);
        said.ShouldBeUnique();
    }
}
