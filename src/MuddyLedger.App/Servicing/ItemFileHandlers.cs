using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Content;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;

namespace MuddyLedger.App.Servicing;

/// <summary>The owner's service items of a bike as a file.</summary>
/// <param name="Text">A schedule file, YAML; null where the bike has no items of the owner's own.</param>
/// <param name="Count">How many are in it.</param>
public sealed record ItemFileAnswer(string? Text, int Count);

/// <summary>A file of service items to be taken in.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Text">A schedule file, as it was passed on.</param>
public sealed record ItemFileRequest(Guid Id, string? Text);

/// <summary>What became of them.</summary>
/// <param name="Added">How many went into the plan.</param>
/// <param name="Left">How many were left out, since the bike has one of that name.</param>
public sealed record ItemsTakenIn(int Added, int Left);

/// <summary>The owner's own service items of a bike as a file, out and in.</summary>
public sealed class ItemFileHandlers(ShedSnapshots snapshots, Writing writing)
{
    private const int MostLetters = 100_000;

    /// <summary>The owner's own service items as a file to be shared.</summary>
    public async Task<Outcome<ItemFileAnswer>> GetAsync(Guid bike, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var items = Own(snapshot).ToList();
        return new ItemFileAnswer(items.Count == 0 ? null : ItemFile.Write(snapshot.Profile.Nickname, items), items.Count);
    }

    /// <summary>Takes in service items from such a file.</summary>
    public async Task<Outcome<ItemsTakenIn>> TakeInAsync(Guid bike, ItemFileRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var taken = new ItemsTakenIn(0, 0);
        ImmutableArray<SharedItem> fresh = [];
        if (string.IsNullOrWhiteSpace(body.Text) || body.Text.Length > MostLetters)
            check.Refuse("text", $"is empty, or longer than {MostLetters:#,0} letters");
        else
            try
            {
                var read = ItemFile.Read(body.Text, snapshot.Profile, Guid.CreateVersion7);
                if (read.IsEmpty)
                    check.Refuse("text", "holds no item that fits this bike");
                var known = Own(snapshot)
                    .Select(one => (one.Item.Component.ToLowerInvariant(), one.Item.Title.ToLowerInvariant()))
                    .ToHashSet();
                fresh = [.. read.Where(one => known.Add((one.Item.Component.ToLowerInvariant(), one.Item.Title.ToLowerInvariant())))];
                taken = new(fresh.Length, read.Length - fresh.Length);
            }
            catch (ContentException broken)
            {
                check.Refuse("text", $"line {broken.Line}: {broken.Reason}");
            }

        return check.Failed
            ? check.Problem()
            : await writing.OnceAsync(
                caller,
                body.Id,
                body,
                (rows, stamp) =>
                {
                    var at = 0;
                    foreach (var line in fresh.SelectMany(Lines))
                        rows.AddEntry(
                            new LedgerEntry(
                                new(at == 0 ? body.Id : Guid.CreateVersion7()),
                                snapshot.Bike.Id,
                                snapshot.Today,
                                stamp.At + NodaTime.Duration.FromTicks(at++),
                                stamp.Device,
                                line
                            )
                        );
                    return Task.FromResult<Problem?>(null);
                },
                () => Task.FromResult(taken)
            );
    }

    private static IEnumerable<EntryBody> Lines(SharedItem one) => one.Interval.AsShipped ? [one.Item] : [one.Item, one.Interval];

    /// <summary>The items that count today, with the limits that were set last.</summary>
    private static IEnumerable<SharedItem> Own(BikeSnapshot snapshot)
    {
        var intervals = snapshot
            .Ledger.Each<IntervalSet>()
            .GroupBy(pair => pair.Body.Task)
            .ToDictionary(same => same.Key, same => same.Last().Body);
        return snapshot
            .Ledger.Each<ServiceItemKept>()
            .GroupBy(pair => pair.Body.Task)
            .Where(same => snapshot.TaskIds.Contains(same.Key))
            .Select(same => new SharedItem(
                same.Last().Body,
                intervals.GetValueOrDefault(same.Key) ?? new(same.Key, null, null, null, new(Core.ProvenanceKind.Owner))
            ));
    }
}
