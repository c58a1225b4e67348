using System.Diagnostics;

namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>A server as the owner starts it, where the machine or the command line is at fault: words, and nothing left behind.</summary>
public sealed class StartTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Theory]
    [InlineData("1949-12-31")]
    [InlineData("2201-01-01")]
    [InlineData("2026-02-29")]
    [InlineData("tomorrow")]
    [InlineData("2026-04-18T25:00")]
    public async Task A_day_that_is_none_or_far_off_is_refused(string today)
    {
        var folder = Directory.CreateTempSubdirectory("muddy-today-").FullName;
        var said = await RefusedAsync([
            "dotnet",
            ServerProcess.Dll,
            "--data",
            folder,
            "--port",
            "0",
            "--content",
            TestShed.ContentFolder,
            "--today",
            today,
        ]);
        said.ShouldContain("--today");
        said.ShouldContain("from 1950 to 2200");
        Directory.EnumerateFileSystemEntries(folder).ShouldBeEmpty();
        Directory.Delete(folder);
    }

    [Fact]
    public async Task A_time_zone_that_nobody_knows_is_said()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-zone-").FullName;
        var said = await RefusedAsync([
            "env",
            "TZ=Fallow/Tarn",
            "dotnet",
            ServerProcess.Dll,
            "--data",
            folder,
            "--port",
            "0",
            "--content",
            TestShed.ContentFolder,
        ]);
        said.ShouldContain("Fallow/Tarn");
        said.ShouldContain("is not known");
        Directory.EnumerateFileSystemEntries(folder).ShouldBeEmpty();
        Directory.Delete(folder);
    }

    // The rights to the folder go while the server runs, and come back: nothing that was acknowledged is lost, and no answer is an error
    // inside.
    [Fact]
    [System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
    public async Task Rights_that_are_taken_away_while_it_runs_are_told_and_nothing_acknowledged_is_lost()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-rights-").FullName;
        var asOther = Environment.UserName == "root" ? new[] { "setpriv", "--reuid=65534", "--regid=65534", "--clear-groups" } : [];
        if (asOther.Length > 0)
            await RunAsync("chown", "65534:65534", folder);
        var acknowledged = new List<string>();
        using (var process = ServerProcess.Start([.. asOther, "dotnet", ServerProcess.Dll], folder))
        {
            using var http = new HttpClient { BaseAddress = new Uri(await ServerProcess.AddressOf(process)) };
            var bike = await ServerProcess.BikeAsync(http);
            async Task<HttpStatusCode> NoteAsync(string words)
            {
                using var answer = await http.PostAsync(
                    $"/api/bikes/{bike}/notes",
                    System.Net.Http.Json.JsonContent.Create(
                        new
                        {
                            id = Guid.CreateVersion7(),
                            text = words,
                            date = (string?)null,
                        }
                    ),
                    Cancel
                );
                if (answer.IsSuccessStatusCode)
                    acknowledged.Add(words);
                else
                    (await answer.Content.ReadAsStringAsync(Cancel)).ShouldNotContain("   at MuddyLedger");
                return answer.StatusCode;
            }

            (await NoteAsync("while it may")).ShouldBe(HttpStatusCode.OK);
            await RunAsync("chmod", "-R", "a-rwx", folder);
            for (var time = 0; time < 4; time++)
                ((int)await NoteAsync($"while it may not, {time}")).ShouldNotBe(500);
            using (var page = await http.GetAsync("/api/shed", Cancel))
                ((int)page.StatusCode).ShouldNotBe(500, await page.Content.ReadAsStringAsync(Cancel));
            await RunAsync("chmod", "-R", "u+rwX", folder);
            process.Kill();
            await process.WaitForExitAsync(Cancel);
        }

        using (var again = ServerProcess.Start([.. asOther, "dotnet", ServerProcess.Dll], folder))
        {
            using var http = new HttpClient { BaseAddress = new Uri(await ServerProcess.AddressOf(again)) };
            var book = await http.GetStringAsync("/api/book", Cancel);
            foreach (var words in acknowledged)
                book.ShouldContain(words);
            again.Kill();
            await again.WaitForExitAsync(Cancel);
        }

        Directory.Delete(folder, recursive: true);
    }

    private static async Task<string> RefusedAsync(string[] command)
    {
        var start = new ProcessStartInfo(command[0]) { RedirectStandardError = true, RedirectStandardOutput = true };
        foreach (var word in command.Skip(1))
            start.ArgumentList.Add(word);
        using var process = Process.Start(start)!;
        using var limit = CancellationTokenSource.CreateLinkedTokenSource(Cancel);
        limit.CancelAfter(TimeSpan.FromSeconds(60));
        try
        {
            var said = await process.StandardError.ReadToEndAsync(limit.Token);
            await process.WaitForExitAsync(limit.Token);
            process.ExitCode.ShouldBe(1);
            return said;
        }
        finally
        {
            if (!process.HasExited)
                process.Kill();
        }
    }

    private static async Task RunAsync(string command, params string[] arguments)
    {
        using var process = Process.Start(command, arguments);
        await process.WaitForExitAsync(Cancel);
        process.ExitCode.ShouldBe(0, command);
    }
}
