using System.Diagnostics;
using System.Globalization;
using MuddyLedger.Web.Hosting;

namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>What a server that nobody asks holds of the machine's memory.</summary>
public class SpareMemoryTests
{
    [Theory]
    [InlineData("0", "")]
    [InlineData("15 15 15", "")]
    [InlineData("80 80", "80")]
    [InlineData("80 90 100 100.5 101 102", "100.5")]
    [InlineData("80 80 90 90 95 96 97 97", "80 97")]
    public void It_is_given_back_when_all_is_quiet_and_once_for_each_time_of_work(string looks, string given)
    {
        var spare = new SpareMemory();
        var due = looks.Split(' ').Where(megabytes => spare.Due((long)(double.Parse(megabytes, CultureInfo.InvariantCulture) * 1e6)));
        string.Join(' ', due).ShouldBe(given);
    }

    [Fact]
    public async Task A_server_that_nobody_asks_holds_less_than_it_did()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-idle-").FullName;
        using var server = ServerProcess.Start(["dotnet", ServerProcess.Dll, "--demo"], folder);
        try
        {
            using var http = new HttpClient { BaseAddress = new Uri(await ServerProcess.AddressOf(server)) };
            await http.GetStringAsync("/api/shed", TestContext.Current.CancellationToken);
            var most = Resident(server);
            var wait = Stopwatch.StartNew();
            while (Resident(server) > 0.85 * most && wait.Elapsed < TimeSpan.FromSeconds(60))
                await Task.Delay(250, TestContext.Current.CancellationToken);
            Resident(server).ShouldBeLessThan(0.85 * most);
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync(CancellationToken.None);
            Directory.Delete(folder, recursive: true);
        }
    }

    private static double Resident(Process server)
    {
        server.Refresh();
        return server.WorkingSet64;
    }
}
