namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>What every answer carries, whoever gives it: over all that the API document lists, and what is refused before it.</summary>
public sealed class HeaderTests : IAsyncLifetime
{
    private TestShed _shed = null!;

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    public async ValueTask InitializeAsync() => _shed = await TestShed.OpenAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task Every_answer_of_the_api_and_every_refusal_has_its_headers()
    {
        var bike = await _shed.BikeAsync(reading: "9000");
        var paths = (await _shed.GetAsync("/api/openapi/v1.json")).ShouldBeOk()["paths"].AsObject();
        var (asked, answered) = (0, new HashSet<HttpStatusCode>());
        foreach (var (path, methods) in paths)
        foreach (var method in methods!.AsObject().Select(one => one.Key).Where(method => method is "get" or "post" or "put"))
        {
            var address = path.Replace("{bike}", bike, StringComparison.Ordinal)
                .Replace("{photo}", InTheShed.NewId(), StringComparison.Ordinal);
            address = System.Text.RegularExpressions.Regex.Replace(address, @"\{[^}]+\}", _ => InTheShed.NewId());
            using var request = new HttpRequestMessage(new HttpMethod(method.ToUpperInvariant()), address)
            {
                Content = method == "get" ? null : new StringContent("{}", System.Text.Encoding.UTF8, "application/json"),
            };
            using var answer = await _shed.Http.SendAsync(request, Cancel);
            ((int)answer.StatusCode).ShouldBeLessThan(500, $"{method} {address}");
            Has(answer, $"{method} {address}", api: true);
            answered.Add(answer.StatusCode);
            asked++;
        }

        asked.ShouldBeGreaterThan(80);
        answered.ShouldContain(HttpStatusCode.OK);
        answered.ShouldContain(HttpStatusCode.NotFound);
        answered.ShouldContain(HttpStatusCode.UnprocessableEntity);
    }

    [Theory]
    [InlineData("GET", "/api/shed", "Host", "evil.example", HttpStatusCode.Forbidden)]
    [InlineData("GET", "/api/export", "Sec-Fetch-Site", "cross-site", HttpStatusCode.Forbidden)]
    [InlineData("GET", "/api/export", "Sec-Fetch-Site", "same-site", HttpStatusCode.Forbidden)]
    [InlineData("GET", "/api/export", "Sec-Fetch-Site", "same-origin", HttpStatusCode.OK)]
    [InlineData("GET", "/", "Sec-Fetch-Site", "same-site", null)]
    [InlineData("DELETE", "/api/shed", "Accept", "*/*", HttpStatusCode.MethodNotAllowed)]
    [InlineData("GET", "/api/nothing", "Accept", "*/*", HttpStatusCode.NotFound)]
    [InlineData("GET", "/notices.txt", "Accept", "*/*", null)]
    public async Task Refusals_have_them_too(string method, string path, string header, string value, HttpStatusCode? status)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), path);
        request.Headers.TryAddWithoutValidation(header, value);
        using var answer = await _shed.Http.SendAsync(request, Cancel);
        if (status is not null)
            answer.StatusCode.ShouldBe(status.Value);
        answer.StatusCode.ShouldNotBe(status is null ? HttpStatusCode.Forbidden : (HttpStatusCode)0);
        Has(answer, path, path.StartsWith("/api", StringComparison.Ordinal));
    }

    // A store that fails under a request: the answer is an error, and has them all the same.
    [Fact]
    public async Task An_error_inside_has_them_too()
    {
        await _shed.BikeAsync(reading: "9000");
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        using (var store = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={_shed.File};Pooling=False"))
        {
            store.Open();
            using var rename = store.CreateCommand();
            rename.CommandText = "ALTER TABLE Settings RENAME TO Gone";
            rename.ExecuteNonQuery();
        }

        using var answer = await _shed.Http.GetAsync("/api/settings", Cancel);
        answer.StatusCode.ShouldBe(HttpStatusCode.InternalServerError);
        Has(answer, "/api/settings", api: true);
        (await answer.Content.ReadAsStringAsync(Cancel)).ShouldNotContain("SELECT");
    }

    // One rule for every text, at any depth, in any field.
    [Theory]
    [InlineData("{\"id\":\"x\",\"text\":\"a\\u0000b\"}", "text")]
    [InlineData("{\"text\":\"a\\u009bb\"}", "text")]
    [InlineData("{\"text\":\"a\u009bb\"}", "text")]
    [InlineData("{\"costs\":[{\"for\":\"x\"},{\"for\":\"a\\u001bb\"}]}", "costs.1.for")]
    [InlineData("{\"figures\":{\"a\":{\"b\":[\"x\",\"\\u007f\"]}}}", "figures.a.b.1")]
    public async Task A_character_that_cannot_be_written_is_refused_by_its_field(string body, string field)
    {
        var bike = await _shed.BikeAsync(reading: "9000");
        (await _shed.PostAsync($"/api/bikes/{bike}/notes", body)).ShouldRefuse(field, "cannot be written");
        (
            await _shed.PostAsync(
                $"/api/bikes/{bike}/notes",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2026-04-18",
                    text = "two lines\nand a tab\t\u00e9\u4e2d",
                }
            )
        ).ShouldBeOk();
    }

    [Fact]
    public async Task What_once_ended_in_an_error_is_refused_in_words()
    {
        var profile = await _shed.SetAsync("road-twin");
        (profile["nickname"], profile["make"], profile["model"], profile["year"]) = ("Causeway", "Drumlin", "Causeway 730", 2014);
        profile["reservoirs"]!["coolant"] = null;
        (
            await _shed.PostAsync(
                "/api/bikes",
                new
                {
                    id = InTheShed.NewId(),
                    profile,
                    reading = (string?)null,
                    set = "road-twin",
                    condition = "in-use",
                    pumpFeeds = true,
                }
            )
        ).ShouldRefuse("reservoirs.coolant", "is empty");
        using (var odd = new StringContent("{}"))
        {
            odd.Headers.Remove("Content-Type");
            odd.Headers.TryAddWithoutValidation("Content-Type", "application/json; charset=klingon");
            using var answer = await _shed.Http.PostAsync("/api/bikes", odd, Cancel);
            ((int)answer.StatusCode).ShouldBeInRange(400, 422);
        }

        var bike = await _shed.BikeAsync();
        using var text = new StringContent("hello");
        using var photo = await _shed.Http.PutAsync($"/api/bikes/{bike}/photos/{InTheShed.NewId()}", text, Cancel);
        photo.StatusCode.ShouldBe(HttpStatusCode.UnsupportedMediaType);
        (await photo.Content.ReadAsStringAsync(Cancel)).ShouldContain("JPEG");
    }

    private static void Has(HttpResponseMessage answer, string what, bool api)
    {
        string Header(string name) => answer.Headers.TryGetValues(name, out var values) ? string.Join(", ", values) : "";
        Header("Content-Security-Policy").ShouldStartWith("default-src 'none'", customMessage: what);
        Header("X-Content-Type-Options").ShouldBe("nosniff", what);
        Header("Referrer-Policy").ShouldBe("no-referrer", what);
        Header("Cross-Origin-Opener-Policy").ShouldBe("same-origin", what);
        Header("Cross-Origin-Resource-Policy").ShouldBe("same-origin", what);
        if (api)
            Header("Cache-Control").ShouldContain("no-store", customMessage: what);
        Header("Server").ShouldBeEmpty(what);
    }
}
