using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;
using MuddyLedger.Data;
using MuddyLedger.Tests;
using NodaTime;

namespace MuddyLedger.Web.Tests.Store;

/// <summary>
/// The store of rows against one in memory, written down independently: whatever is written, in whatever order, twice, late or under a
/// taken id, both say the same became of it and read the same back.
/// </summary>
public sealed class StoreContractTests : IDisposable
{
    private const int Writes = 120;

    private static readonly ContentLibrary Content = ContentLibrary.Load(TestShed.ContentFolder);

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private readonly string _folder = Directory.CreateTempSubdirectory("muddy-contract-").FullName;

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    /// <summary>One request's view of a store.</summary>
    private sealed record View(IShedReader Read, IShedWriter Write, IShelfStore Shelf, IViewingStore Viewings, IOwnJobStore Jobs)
    {
        /// <summary>The bikes as they were last read, some writes ago.</summary>
        public Dictionary<BikeId, StoredBike> Seen { get; init; } = [];
    }

    private readonly Dictionary<BikeId, StoredBike> _seen = [];

    private View Of(ShedContext context) =>
        new(new ShedReader(context), new ShedWriter(context), new ShelfStore(context), new ViewingStore(context), new OwnJobStore(context))
        {
            Seen = _seen,
        };

    private ShedContext Context()
    {
        var options = new DbContextOptionsBuilder<ShedContext>();
        ShedFile.Configure(options, _folder);
        return new(options.Options);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public async Task Both_say_the_same_of_every_write_and_read_the_same_back(int seed)
    {
        using (var made = new ShedStore(_folder))
            await made.OpenAsync(Instant.FromUtc(2026, 4, 18, 10, 20), DateTimeZone.Utc, Cancel);
        var memory = new MemoryShed();
        var known = new View(memory, memory, memory, memory, memory);
        var hand = new Hand(new Random(seed));
        var outcomes = new List<WriteOutcome>();
        for (var at = 0; at < Writes; at++)
        {
            var (id, asked, write) = await hand.NextAsync(known);
            await using var context = Context();
            var rows = Of(context);
            var (expected, got) = (await OnceAsync(known, id, asked, write), await OnceAsync(rows, id, asked, write));
            got.ShouldBe(expected, $"write {at}: {asked}");
            outcomes.Add(got);
            await using var fresh = Context();
            if (at % 10 == 9)
            {
                var (stored, kept) = (await SaidAsync(Of(fresh), hand), await SaidAsync(known, hand));
                foreach (var (row, line) in stored.Zip(kept))
                    row.ShouldBe(line, $"after write {at}: {asked}");
                stored.Count.ShouldBe(kept.Count);
            }
        }

        // All that can become of a write was seen.
        outcomes.Distinct().Order().ShouldBe(Enum.GetValues<WriteOutcome>().Order());
    }

    private static async Task<WriteOutcome> OnceAsync(View store, Guid id, string asked, Func<View, Task> write)
    {
        if (await store.Write.BeforeAsync(id, asked, Cancel) is { } before)
            return before;
        await write(store);
        return await store.Write.CommitAsync(id, asked, Hand.Start, Cancel);
    }

    /// <summary>All that can be read, as text.</summary>
    private static async Task<List<string>> SaidAsync(View store, Hand hand)
    {
        var said = new List<object?>();
        foreach (var bike in await BikesAsync(store))
        {
            // How it counts is the store's own affair, that it counts is seen where pictures are kept.
            said.Add((bike.Id, bike.Version, Core.Json.CoreJson.Write(bike.Profile)));
            var ledger = (await store.Read.LedgerAsync(bike.Id, null, null, Cancel)).Ledger;
            said.AddRange(
                ledger.All.Select(line => $"{line.Id} {line.Date} {line.WrittenAt} {line.Device} {line.Body} {line.Corrects} {line.Run}")
            );
            said.AddRange(ledger.Strikes.Values.OrderBy(strike => $"{strike.Entry}", StringComparer.Ordinal));
        }

        foreach (var run in hand.Runs)
            said.Add(
                await store.Read.RunAsync(run, Cancel) is { } found
                    ? $"{found.Id} {found.Bike} {found.Job.Id} {found.Started} {found.Status} {found.Version} "
                        + $"{found.Ended} {string.Join(";", found.Events)}"
                    : null
            );
        said.AddRange((await store.Read.RunningAsync(null, Cancel)).Runs.Select(run => run.Id).Cast<object>());
        foreach (var bike in await BikesAsync(store))
            said.Add(string.Join(";", (await store.Read.RunningAsync(bike.Id, Cancel)).Runs.Select(run => run.Id)));
        said.Add(await store.Read.SettingsAsync(Cancel));
        foreach (var item in await store.Shelf.StockAsync(Cancel))
            said.Add($"{item.Id} {item.Item.Name} {item.Left:0.######} {string.Join(";", item.Containers)}");
        said.AddRange((await store.Shelf.ItemsAsync(Cancel)).Select(item => $"{item.Id} {item.Version} {item.AddedAt}"));
        said.AddRange(
            (await store.Shelf.MovesAsync(Cancel)).Select(move => $"{move.Id} {move.Item} {move.Amount:0.######} {move.Date} {move.Cause}")
        );
        foreach (var viewing in await store.Viewings.AllAsync(Cancel))
            said.Add(
                $"{viewing.Id} {viewing.Details.Profile.Nickname} {viewing.Status} {viewing.Version} {viewing.EndedAt} "
                    + $"{viewing.Ended} {viewing.Bike} {string.Join(";", viewing.Events)}"
            );
        said.AddRange((await store.Viewings.PricesAsync(Cancel)).Select(pair => $"{pair.Key} {pair.Value}"));
        said.AddRange((await store.Jobs.AllAsync(Cancel)).Cast<object>());
        return [.. said.Select(line => $"{line}")];
    }

    /// <summary>Every bike, the same whether read anew, one by one, or with what was read some writes ago.</summary>
    private static async Task<ImmutableArray<StoredBike>> BikesAsync(View store)
    {
        static string Said(IEnumerable<StoredBike?> bikes) =>
            string.Join('\n', bikes.Select(bike => bike is null ? "" : $"{bike} {Core.Json.CoreJson.Write(bike.Profile)}"));
        var bikes = (await store.Read.BikesAsync(null, Cancel)).Bikes;
        StoredBike? Before(BikeId bike) => store.Seen.GetValueOrDefault(bike);
        Said((await store.Read.BikesAsync(Before, Cancel)).Bikes).ShouldBe(Said(bikes));
        foreach (var bike in bikes)
        {
            Said([await store.Read.BikeAsync(bike.Id, Before(bike.Id), Cancel)]).ShouldBe(Said([bike]));
            store.Seen[bike.Id] = bike;
        }

        return bikes;
    }

    /// <summary>Writes at random, a quarter of it wrongly: twice, late, under an id that is taken.</summary>
    private sealed class Hand(Random random)
    {
        public static readonly Instant Start = Instant.FromUtc(2026, 4, 18, 11, 0);

        private readonly List<BikeId> _bikes = [];
        private readonly List<EntryId> _entries = [];
        private readonly List<Guid> _items = [];
        private readonly List<ViewingId> _viewings = [];
        private readonly List<(Guid Id, string Asked, Func<View, Task> Write)> _done = [];
        private int _tick;

        public List<RunId> Runs { get; } = [];

        private Instant Now => Start + Duration.FromMilliseconds(++_tick);

        private T One<T>(IReadOnlyList<T> of) => of[random.Next(of.Count)];

        public async Task<(Guid Id, string Asked, Func<View, Task> Write)> NextAsync(View known)
        {
            if (_done.Count > 3 && random.Next(12) == 0)
                return One(_done);
            if (_done.Count > 3 && random.Next(12) == 0)
                return One(_done) with { Asked = "something else" };
            var id = Guid.CreateVersion7();
            var (asked, write) = await AnyAsync(known, id);
            _done.Add((id, asked, write));
            return _done[^1];
        }

        private async Task<(string Asked, Func<View, Task> Write)> AnyAsync(View known, Guid id)
        {
            if (_bikes.Count < 2)
                return Bike(id);
            // A version that was read too long ago.
            var late = random.Next(6) == 0 ? 1 : 0;
            switch (random.Next(13))
            {
                case 0:
                    return Bike(id);
                case 1:
                    var bike = (await known.Read.BikeAsync(One(_bikes), null, Cancel))!;
                    var profile = bike.Profile with { Nickname = $"Bike {_tick}" };
                    return ($"profile {id}", Do(store => store.Write.ChangeProfile(bike with { Version = bike.Version - late }, profile)));
                case 2 when _entries.Count > 0:
                    // A line is struck once.
                    var strike = new Strike(One(_entries), Now, "bench", "wrong");
                    return ($"strike {id}", Do(store => store.Write.AddStrike(strike)));
                case 3:
                    var run = new StoredRun(new(id), One(_bikes), One(Content.Jobs), Now, RunStatus.Running, 1, null, []);
                    Runs.Add(run.Id);
                    return ($"run {id}", Do(store => store.Write.AddRun(run)));
                case 4 or 5 when Runs.Count > 0:
                    var tapped = (await known.Read.RunAsync(One(Runs), Cancel))!;
                    var tap = new RunEvent(id, Now, "bench", new StepNoted(tapped.Job.Steps[0].Id, $"tap {_tick}"));
                    var end = random.Next(4) == 0;
                    var at = Now;
                    return (
                        $"tap {id}",
                        Do(store =>
                        {
                            store.Write.AddEvent(tapped, tap);
                            if (end)
                                store.Write.EndRun(tapped, RunStatus.Finished, at);
                        })
                    );
                case 6:
                    var settings = await known.Read.SettingsAsync(Cancel);
                    var version = Math.Max(0, settings.Version - late);
                    return ($"settings {id}", Do(store => store.Write.ChangeSettings("L", Unit.PoundFoot.Symbol, "EUR", version)));
                case 7:
                    _items.Add(id);
                    var (item, added) = (new StockItem($"Thing {_tick}", StockKind.Part, [], [], One([0m, 2m]), [], null, null), Now);
                    return ($"item {id}", Do(store => store.Shelf.Add(id, item, added)));
                case 8 when _items.Count > 0:
                    var move = new StockMove(id, One(_items), null, random.Next(1, 5), new(2026, 4, 18), StockCause.Bought, null);
                    var moved = Now;
                    return ($"move {id}", Do(store => store.Shelf.Add(move, moved, "bench")));
                case 9:
                    _viewings.Add(new(id));
                    var viewing = new StoredViewing(new(id), Details(), ViewingStatus.Open, 1, Now, null, null, null, []);
                    return ($"viewing {id}", Do(store => store.Viewings.Add(viewing)));
                case 10 when _viewings.Count > 0:
                    var was = (await known.Viewings.OneAsync(One(_viewings).Value, Cancel))!;
                    var closed = was with { Status = ViewingStatus.NotBought, Ended = $"{_tick}", EndedAt = Now };
                    return ($"close {id}", Do(store => store.Viewings.Change(was with { Version = was.Version - late }, closed)));
                case 11:
                    var job = One(["my-oil", "my-chain"]);
                    var state = (await known.Jobs.AllAsync(Cancel)).FirstOrDefault(one => one.Id == job);
                    var (text, written) = (random.Next(4) == 0 ? null : $"id: {job} {_tick}", Now);
                    return ($"job {id}", store => store.Jobs.KeepAsync(job, state?.Version, text, written, Cancel));
                default:
                    return Entry(id);
            }
        }

        private static Func<View, Task> Do(Action<View> write) =>
            store =>
            {
                write(store);
                return Task.CompletedTask;
            };

        private (string Asked, Func<View, Task> Write) Bike(Guid id)
        {
            var bike = new BikeId(id);
            _bikes.Add(bike);
            var (profile, at) = (One(Content.Sets).Profile with { Nickname = $"Bike {_tick}" }, Now);
            return ($"bike {id}", Do(store => store.Write.AddBike(bike, profile, at)));
        }

        private (string Asked, Func<View, Task> Write) Entry(Guid id)
        {
            // Now and then under the id of a line that is there.
            var line = new EntryId(_entries.Count > 0 && random.Next(8) == 0 ? One(_entries).Value : id);
            var entry = new LedgerEntry(
                line,
                One(_bikes),
                new LocalDate(2026, 4, 18).PlusDays(-random.Next(400)),
                Now,
                "bench",
                random.Next(2) == 0
                    ? new NoteWritten($"line {_tick}")
                    : new MeterRead(MeterAmount.From(new Quantity(1_000 + _tick, Unit.Mile)))
            );
            if (line.Value == id)
                _entries.Add(line);
            return ($"entry {id}", Do(store => store.Write.AddEntry(entry)));
        }

        private ViewingDetails Details()
        {
            var set = One(Content.Sets);
            return new()
            {
                Set = set.Id,
                Profile = set.Profile with { Nickname = $"Seen {_tick}" },
                SoldAs = SoldAs.Runner,
            };
        }
    }
}
