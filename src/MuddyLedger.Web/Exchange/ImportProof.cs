using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Bikes;
using MuddyLedger.Core;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;

namespace MuddyLedger.Web.Exchange;

/// <summary>
/// Has every page of a shed answered once, by a server of its own over the store into which it was read. What makes no sense fails here,
/// and not when its owner opens it.
/// </summary>
public static class ImportProof
{
    /// <summary>Answers below the shed, a bike, a run, a viewing and a thing of the shelf, as the API has them.</summary>
    public static readonly string[] OfShed =
        ["/api/shed", "/api/book", "/api/jobs", "/api/shelf", "/api/viewings", "/api/prices", "/api/settings", "/api/sets"],
        OfBike =

        [
            "/api/bikes/{0}",
            "/api/bikes/{0}/fluids",
            "/api/bikes/{0}/figures",
            "/api/bikes/{0}/fuel-asked",
            "/api/bikes/{0}/work",
            "/api/bikes/{0}/parts",
            Wear,
            "/api/bikes/{0}/valves",
            "/api/bikes/{0}/trips",
            "/api/bikes/{0}/servicing/items",
            "/api/sums/bikes/{0}",
            "/api/book?bike={0}",
        ],
        OfRun = ["/api/runs/{0}"],
        OfViewing = ["/api/viewings/{0}", "/api/viewings/{0}/next", "/api/viewings/{0}/workshop", "/api/viewings/{0}/recalls"],
        OfItem = ["/api/shelf/items/{0}/moves"];

    /// <summary>Those of the shed that tell of its bikes: asked of each by itself. The rest is the same whichever is looked at.</summary>
    public static readonly string[] OfBikes = ["/api/shed", "/api/book", "/api/shelf"];

    private const string Wear = "/api/bikes/{0}/wear";

    /// <summary>Bikes that are proven before memory is given back.</summary>
    private const int Few = 2;

    /// <param name="folder">Of a store that nobody else uses.</param>
    /// <param name="said">Told how many pages have answered.</param>
    /// <returns>The first that makes no sense; null where all of it does.</returns>
    public static async Task<Refusal?> OfAsync(string folder, ShedOptions options, Action<int> said, CancellationToken cancel)
    {
        var focus = new ProofFocus();
        await using var server = await ShedServer.StartAsync(
            options with
            {
                Proof = focus,
                Folder = folder,
                Port = 0,
                Demo = false,
                Automatic = false,
            },
            cancel
        );
        using var http = new HttpClient { BaseAddress = new Uri(server.Address), Timeout = TimeSpan.FromMinutes(2) };
        var (pages, bikes) = (0, 0);
        async Task<(JsonNode? Answer, Refusal? Wrong)> GetAsync(string path, string where)
        {
            using var answer = await http.GetAsync(path, cancel);
            said(++pages);
            var text = await answer.Content.ReadAsStringAsync(cancel);
            // A question that cannot be asked yet, such as that for a recall without a frame number, is no fault of the copy.
            return (int)answer.StatusCode < 500
                ? (answer.IsSuccessStatusCode ? JsonNode.Parse(text) : null, null)
                : (null, new(where, "makes no sense: nothing can be worked out from it"));
        }

        async Task<Refusal?> ShedAsync(string[] paths)
        {
            var (store, broken) = await GetAsync("/api/store", "bikes");
            if (broken is not null)
                return broken;
            if (store!["damaged"]!.AsArray().FirstOrDefault() is { } damaged)
                return new("bikes", $"hold one that makes no sense, {(string?)damaged["name"]}: {(string?)damaged["words"]}");
            foreach (var path in paths)
                if ((await GetAsync(path, path["/api/".Length..])).Wrong is { } wrong)
                    return wrong;
            return null;
        }

        // Bike by bike: what is computed of one is let go before the next, so that the largest shed is proven in little memory.
        focus.Bike = Guid.Empty;
        if (await ShedAsync(OfShed) is { } senseless)
            return senseless;
        await foreach (var (id, paths, where) in EverythingAsync(folder, cancel))
        {
            if (paths == OfBike)
            {
                server.Forget();
                if (bikes++ % Few == 0)
                    GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
                focus.Bike = id;
                if (await ShedAsync(OfBikes) is { } wrong)
                    return wrong;
            }

            foreach (var path in paths)
            {
                var page = string.Format(CultureInfo.InvariantCulture, path, id);
                var (answer, wrong) = await GetAsync(page, where);
                // Each series that was ever measured has a page of its own.
                var measured = path == Wear ? answer?["series"]?.AsArray().Where(series => series!["latest"] is not null) : null;
                foreach (var series in measured ?? [])
                    wrong ??= (await GetAsync($"{page}/{(string?)series!["id"]}", where)).Wrong;
                if (wrong is not null)
                    return wrong;
            }
        }

        return null;
    }

    /// <summary>All that has pages of its own, in the order of the file, with its place in it.</summary>
    private static async IAsyncEnumerable<(Guid Id, string[] Paths, string Where)> EverythingAsync(
        string folder,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var choices = new DbContextOptionsBuilder<ShedContext>();
        ShedFile.Configure(choices, folder);
        await using var context = new ShedContext(choices.Options);
        Task<List<Guid>> Ids(FormattableString sql) => context.Database.SqlQuery<Guid>(sql).ToListAsync(cancel);
        foreach (var (bike, at) in (await Ids($"SELECT Id AS Value FROM Bikes ORDER BY rowid")).Select((id, at) => (id, at)))
        {
            yield return (bike, OfBike, $"bikes.{at}");
            foreach (
                var (run, number) in (await Ids($"SELECT Id AS Value FROM Runs WHERE BikeId = {bike} ORDER BY rowid")).Select(
                    (id, number) => (id, number)
                )
            )
                yield return (run, OfRun, $"bikes.{at}.runs.{number}");
        }

        foreach (var (viewing, at) in (await Ids($"SELECT Id AS Value FROM Viewings ORDER BY rowid")).Select((id, at) => (id, at)))
            yield return (viewing, OfViewing, $"viewings.{at}");
        foreach (var (item, at) in (await Ids($"SELECT Id AS Value FROM StockItems ORDER BY rowid")).Select((id, at) => (id, at)))
            yield return (item, OfItem, $"shelf.{at}");
    }
}
