using System.Net.Sockets;
using System.Text;

namespace MuddyLedger.Web.Tests.Hosting;

public sealed class SecurityTests : IAsyncLifetime
{
    private TestShed _shed = null!;

    public async ValueTask InitializeAsync() => _shed = await TestShed.OpenAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public void It_listens_on_the_loopback_address_only() => _shed.Http.BaseAddress!.Host.ShouldBe("127.0.0.1");

    [Theory]
    [InlineData("evil.example")]
    [InlineData("evil.example:5210")]
    [InlineData("127.0.0.1:1")]
    [InlineData("127.0.0.1.evil.example")]
    public async Task Another_host_name_is_refused(string host) =>
        (await SendAsync("/api/shed", ("Host", host))).ShouldBe(HttpStatusCode.Forbidden);

    [Theory]
    [InlineData("http://evil.example")]
    [InlineData("https://127.0.0.1")]
    [InlineData("null")]
    public async Task A_page_from_elsewhere_is_refused(string origin) =>
        (await SendAsync("/api/shed", ("Origin", origin))).ShouldBe(HttpStatusCode.Forbidden);

    [Fact]
    public async Task Its_own_page_is_let_in() =>
        (await SendAsync("/api/shed", ("Origin", $"http://127.0.0.1:{_shed.Http.BaseAddress!.Port}"))).ShouldBe(HttpStatusCode.OK);

    [Fact]
    public async Task A_write_that_a_foreign_page_sets_off_is_refused()
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/bikes") { Content = new StringContent("{}") };
        request.Headers.Add("Sec-Fetch-Site", "cross-site");
        (await _shed.Http.SendAsync(request, TestContext.Current.CancellationToken)).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task Every_answer_has_a_content_policy_without_outside_sources()
    {
        foreach (var path in new[] { "/api/shed", "/api/nothing", "/" })
        {
            using var response = await _shed.Http.GetAsync(path, TestContext.Current.CancellationToken);
            var policy = response.Headers.GetValues("Content-Security-Policy").Single();
            policy.ShouldStartWith("default-src 'none'");
            policy.ShouldNotContain("http");
            policy.ShouldNotContain("unsafe");
            policy.ShouldContain("frame-ancestors 'none'");
            response.Headers.GetValues("X-Content-Type-Options").Single().ShouldBe("nosniff");
        }
    }

    [Fact]
    public async Task Too_much_at_once_is_refused()
    {
        var answer = await _shed.PostAsync("/api/bikes", $"{{\"id\":\"{new string('x', 400_000)}\"}}");
        answer.Status.ShouldBe(HttpStatusCode.RequestEntityTooLarge);
        answer.Detail.ShouldContain("more than can be sent");
    }

    [Fact]
    public async Task Whatever_is_refused_is_refused_in_words()
    {
        (await _shed.SendAsync(HttpMethod.Delete, "/api/shed", null)).Detail.ShouldContain("cannot be done");
        (await _shed.PostAsync("/api/bikes", "")).Detail.ShouldNotBeEmpty();
        (await _shed.PostAsync("/api/bikes", "{")).Detail.ShouldContain("cannot be read");
        (await _shed.PostAsync("/api/bikes", "[]")).Detail.ShouldNotBeEmpty();
        using var text = new StringContent("hello");
        using var answer = await _shed.Http.PostAsync("/api/bikes", text, TestContext.Current.CancellationToken);
        answer.StatusCode.ShouldBe(HttpStatusCode.UnsupportedMediaType);
        (await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldContain("must be JSON");
    }

    [Theory]
    [InlineData("/api/nothing")]
    [InlineData("/api/bikes/not-an-id")]
    [InlineData("/api/runs/00000000-0000-0000-0000-000000000000")]
    public async Task An_unknown_address_is_said_to_be_one(string path)
    {
        var answer = await _shed.GetAsync(path);
        answer.Status.ShouldBe(HttpStatusCode.NotFound);
        answer.Detail.ShouldStartWith("There is no such");
    }

    [Fact]
    public async Task Two_who_write_at_the_same_moment_cannot_slip_past_a_rule()
    {
        // Twenty readings of one day, each lower or higher than the others: of those that stand, none contradicts another.
        var bike = await _shed.BikeAsync(reading: "1000");
        var all = await Task.WhenAll(Enumerable.Range(0, 20).Select(at => _shed.ReadAsync(bike, $"{2000 - at * 10}")));
        all.ShouldAllBe(one => one.Status == HttpStatusCode.OK || one.Status == HttpStatusCode.UnprocessableEntity);
        var kept = (await _shed.BookAsync("?kind=reading"))
            .Select(entry => (decimal)entry!["figures"]![0]!["quantity"]!["value"]!)
            .Reverse()
            .ToList();
        kept.ShouldBe(kept.Order());
        kept.Count.ShouldBe(1 + all.Count(one => one.Status == HttpStatusCode.OK));
    }

    private async Task<HttpStatusCode> SendAsync(string path, (string Name, string Value) header)
    {
        // By hand, so that no client corrects the heading.
        using var client = new TcpClient();
        await client.ConnectAsync(_shed.Http.BaseAddress!.Host, _shed.Http.BaseAddress.Port, TestContext.Current.CancellationToken);
        var host = header.Name == "Host" ? "" : $"Host: 127.0.0.1:{_shed.Http.BaseAddress.Port}\r\n";
        await using var stream = client.GetStream();
        await stream.WriteAsync(
            Encoding.ASCII.GetBytes($"GET {path} HTTP/1.1\r\n{host}{header.Name}: {header.Value}\r\nConnection: close\r\n\r\n"),
            TestContext.Current.CancellationToken
        );
        using var reader = new StreamReader(stream);
        var first = await reader.ReadLineAsync(TestContext.Current.CancellationToken);
        return (HttpStatusCode)int.Parse(first!.Split(' ')[1], System.Globalization.CultureInfo.InvariantCulture);
    }
}
