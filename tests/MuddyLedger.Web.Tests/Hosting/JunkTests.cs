using System.Text;
using Microsoft.Data.Sqlite;

namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>
/// Generated bad requests to every endpoint of the API's own description: none ends in an error of ours, none changes anything unless it
/// was acknowledged.
/// </summary>
public sealed class JunkTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string[] _ids = [];

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        var bike = await _shed.BikeAsync(reading: "9000");
        var other = await _shed.BikeAsync("two-stroke-enduro", "40 h");
        var run = (string)(await _shed.StartAsync(bike))["id"]!;
        var entry = (string)(await _shed.BookAsync())[0]!["id"]!;
        var viewing = (string)(await Viewings.AtAViewing.OpenAsync(_shed))["id"]!;
        _ids = [bike, other, run, entry, viewing];
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public Task Five_thousand_bad_requests_do_no_harm() => SendAsync(5_000, seed: 1);

    [Fact(Explicit = true)]
    public Task A_hundred_thousand_bad_requests_do_no_harm() => SendAsync(100_000, seed: 2);

    private async Task SendAsync(int count, int seed)
    {
        var description = (await _shed.GetAsync("/api/openapi/v1.json")).ShouldBeOk().Body;
        var calls = (
            from path in description["paths"]!.AsObject()
            from method in path.Value!.AsObject()
            where method.Key is "get" or "post" or "put"
            select (Path: path.Key, Method: method.Key, Call: method.Value!)
        ).ToList();
        calls.Count.ShouldBeGreaterThan(20);
        var junk = new Junk(new Random(seed), description["components"]!["schemas"]!.AsObject(), _ids);
        var answered = new Dictionary<int, int>();
        using var store = new SqliteConnection($"Data Source={_shed.File};Mode=ReadOnly");
        store.Open();
        var stood = Fingerprint(store);
        for (var at = 0; at < count; at++)
        {
            var (path, method, call) = calls[at % calls.Count];
            using var request = new HttpRequestMessage(new HttpMethod(method.ToUpperInvariant()), junk.Address(path, call));
            if (method != "get")
                request.Content = new StringContent(junk.Body(call), Encoding.UTF8, "application/json");
            if (junk.Maybe(0.6))
                request.Headers.TryAddWithoutValidation("If-Match", junk.Maybe(0.7) ? "\"1\"" : "\"seven\"");
            using var response = await _shed.Http.SendAsync(request, TestContext.Current.CancellationToken);
            var status = (int)response.StatusCode;
            answered[status] = answered.GetValueOrDefault(status) + 1;
            if (status >= 500)
                Assert.Fail(
                    $"{status} for {method} {request.RequestUri} with {await Shown(request)}: "
                        + $"{await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)}"
                );
            if (method == "get")
                continue;
            var stands = Fingerprint(store);
            if (status >= 400 && stands != stood)
                Assert.Fail($"{status}, and yet something changed: {method} {request.RequestUri} with {await Shown(request)}");
            stood = stands;
        }

        // Not all alike: the generator reaches past the first check.
        answered.Keys.ShouldContain(404);
        answered.Keys.ShouldContain(422);
        answered.Where(pair => pair.Key is 404 or 405).Sum(pair => pair.Value).ShouldBeLessThan(count * 3 / 4);
        ((string?)(await _shed.GetAsync("/api/shed")).ShouldBeOk()["bikes"][0]!["nickname"]).ShouldNotBeNull();
    }

    private static async Task<string> Shown(HttpRequestMessage request) =>
        request.Content is null ? "nothing" : await request.Content.ReadAsStringAsync();

    private static string Fingerprint(SqliteConnection store)
    {
        using var command = store.CreateCommand();
        command.CommandText =
            "SELECT (SELECT count(*) FROM Entries) || ' ' || (SELECT count(*) FROM Strikes) || ' ' || (SELECT count(*) "
            + "|| ' ' || total(Version) FROM Bikes) || ' ' || "
            + "(SELECT count(*) || ' ' || total(Version) FROM Runs) || ' ' || (SELECT count(*) FROM RunEvents) || ' ' "
            + "|| (SELECT count(*) FROM Writes) || ' ' || (SELECT total(Version) FROM Settings) || ' ' || "
            + "(SELECT count(*) || ' ' || total(Version) FROM Viewings) || ' ' || (SELECT count(*) FROM ViewingEvents) "
            + "|| ' ' || (SELECT count(*) FROM Prices) || ' ' || (SELECT count(*) || ' ' || total(Version) FROM "
            + "OwnJobs) || ' ' || (SELECT count(*) || ' ' || total(Version) FROM StockItems) || ' ' || (SELECT "
            + "count(*) FROM StockMoves) || ' ' || (SELECT count(*) FROM Photos)";
        return (string)command.ExecuteScalar()!;
    }

    /// <summary>Bodies after the description's own schemas, with most of it wrong.</summary>
    private sealed class Junk(Random random, JsonObject schemas, string[] ids)
    {
        private static readonly string[] Texts =
        [
            "",
            " ",
            "NaN",
            "-1",
            "1e400",
            "0",
            "99999999999999999999",
            "null",
            "9400 furlongs",
            "12 h",
            "2.4 L",
            "2026-04-18",
            "2026-02-30",
            "\u0000",
            "\ud83d\udee0",
            "' OR 1=1 --",
            "../../etc/passwd",
            "<b>",
            "engine-oil",
            "reading",
            "done",
            "00000000-0000-0000-0000-000000000000",
            "6fa459ea-ee8a-4ca4-894e-db77e160355e",
        ];

        public bool Maybe(double chance) => random.NextDouble() < chance;

        public string Text() => Maybe(0.03) ? new string('x', random.Next(1, 20_000)) : Texts[random.Next(Texts.Length)];

        private string Short(int most)
        {
            var text = Text();
            return text[..Math.Min(most, text.Length)];
        }

        public string Address(string path, JsonNode call)
        {
            while (path.IndexOf('{', StringComparison.Ordinal) is >= 0 and var from)
            {
                var to = path.IndexOf('}', from);
                path = string.Concat(
                    path.AsSpan(0, from),
                    Uri.EscapeDataString(
                        Maybe(0.85) ? ids[random.Next(ids.Length)]
                        : Maybe(0.5) ? Guid.CreateVersion7().ToString()
                        : Short(200)
                    ),
                    path.AsSpan(to + 1)
                );
            }

            var query = (call["parameters"]?.AsArray() ?? [])
                .Where(parameter => (string?)parameter!["in"] == "query" && Maybe(0.7))
                .Select(parameter => $"{(string)parameter!["name"]!}={Uri.EscapeDataString(Short(200))}");
            return path + "?" + string.Join('&', query);
        }

        public string Body(JsonNode call)
        {
            if (Maybe(0.04))
                return new[] { "", "{", "[]", "null", "\"x\"", "{\"id\":1e999}", new string('[', 200) }[random.Next(7)];
            var schema = call["requestBody"]?["content"]?["application/json"]?["schema"];
            return Value(schema, 0)?.ToJsonString() ?? "null";
        }

        private JsonNode? Value(JsonNode? schema, int depth)
        {
            if (schema is null || depth > 6 || Maybe(0.04))
                return Nonsense();
            if ((string?)schema["$ref"] is { } reference)
                return Value(schemas[reference[(reference.LastIndexOf('/') + 1)..]], depth);
            if ((schema["oneOf"] ?? schema["anyOf"]) is JsonArray options)
                return Maybe(0.2) ? null : Value(options[^1], depth);
            if (schema["enum"] is JsonArray words)
                return Maybe(0.9) ? words[random.Next(words.Count)]?.DeepClone() : Nonsense();
            if (schema["properties"] is JsonObject properties)
            {
                var body = new JsonObject();
                foreach (var (name, property) in properties)
                    if (Maybe(0.96))
                        body[name] = name == "id" && Maybe(0.6) ? Guid.CreateVersion7().ToString() : Value(property, depth + 1);
                if (Maybe(0.05))
                    body["more"] = Text();
                return body;
            }

            var type = schema["type"] is JsonArray types ? (string?)types[^1] : (string?)schema["type"];
            return type switch
            {
                "array" => new JsonArray([.. Enumerable.Range(0, random.Next(0, 4)).Select(_ => Value(schema["items"], depth + 1))]),
                "integer" => JsonValue.Create(random.Next(-5, 3_000)),
                "number" => JsonValue.Create(random.NextDouble() * 1e6 - 10),
                "boolean" => JsonValue.Create(Maybe(0.5)),
                "object" => new JsonObject { [Short(20)] = Value(schema["additionalProperties"], depth + 1) },
                _ => (string?)schema["format"] == "uuid" && Maybe(0.7)
                    ? JsonValue.Create(ids[random.Next(ids.Length)])
                    : JsonValue.Create(Text()),
            };
        }

        private JsonNode? Nonsense() =>
            random.Next(6) switch
            {
                0 => null,
                1 => JsonValue.Create(-1),
                2 => JsonValue.Create(Text()),
                3 => new JsonArray(),
                4 => new JsonObject { ["x"] = new JsonArray(1, "two") },
                _ => JsonValue.Create(true),
            };
    }
}
