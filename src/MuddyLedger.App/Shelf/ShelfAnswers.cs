using System.Collections.Immutable;
using System.ComponentModel;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Store;
using MuddyLedger.App.Waste;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Waste;
using NodaTime;

namespace MuddyLedger.App.Shelf;

/// <summary>A size in which something is sold.</summary>
/// <param name="Size">How much is in it.</param>
/// <param name="Price">Money, as an amount.</param>
public sealed record PackAnswer(Shown Size, string Price);

/// <summary>A bottle, a box or a tin on the shelf.</summary>
/// <param name="Id">Of the container.</param>
/// <param name="Size">What it held when full.</param>
/// <param name="Left">What is in it.</param>
/// <param name="Share">Of it, 0 to 1.</param>
/// <param name="Since">When it was opened or bought.</param>
public sealed record ContainerAnswer(Guid Id, Shown Size, Shown Left, decimal Share, LocalDate Since);

/// <summary>A thing that the shelf keeps.</summary>
/// <param name="Id">Of the thing.</param>
/// <param name="Name">As the owner calls it.</param>
/// <param name="Kind">Fluid, part or consumable.</param>
/// <param name="Left">In all containers together.</param>
/// <param name="Minimum">Below which it is to be bought.</param>
/// <param name="Low">It is below that.</param>
/// <param name="Containers">The one that is used first comes first.</param>
/// <param name="Bikes">For which it is; empty where for all.</param>
/// <param name="Place">Where it stands; null where nobody said.</param>
/// <param name="Note">Null where there is none.</param>
/// <param name="Form">As it is typed when it is changed.</param>
/// <param name="Version">Counts up with every change, from 1; sent back as If-Match.</param>
public sealed record ItemAnswer(
    Guid Id,
    string Name,
    StockKind Kind,
    Shown Left,
    Shown Minimum,
    bool Low,
    IReadOnlyList<ContainerAnswer> Containers,
    IReadOnlyList<string> Bikes,
    string? Place,
    string? Note,
    ItemForm Form,
    int Version
);

/// <summary>What to buy of a size.</summary>
/// <param name="Count">How many.</param>
/// <param name="Size">How much is in each.</param>
/// <param name="Price">Money for one, as an amount.</param>
public sealed record PackToBuy(int Count, Shown Size, string Price);

/// <summary>A line of the shopping list.</summary>
/// <param name="Item">Null where the shelf does not know it.</param>
/// <param name="Kind">Fluid, part or consumable.</param>
/// <param name="What">Its name.</param>
/// <param name="Needed">For all that is due.</param>
/// <param name="Here">On the shelf.</param>
/// <param name="Missing">What is to be bought.</param>
/// <param name="Packs">What to buy at least cost; empty where it is not known how it is sold.</param>
/// <param name="Cost">Null where it is not known.</param>
/// <param name="Over">What is left over of the packs.</param>
/// <param name="For">What needs it, in words.</param>
/// <param name="AmountUnknown">Somebody has to enter how much the bike takes.</param>
public sealed record ToBuyAnswer(
    [property: Description("Null where the shelf does not know it.")] Guid? Item,
    StockKind Kind,
    string What,
    Shown Needed,
    Shown Here,
    Shown Missing,
    IReadOnlyList<PackToBuy> Packs,
    string? Cost,
    Shown? Over,
    IReadOnlyList<string> For,
    bool AmountUnknown
);

/// <summary>A bike is not as it was made, and that changes what is ordered for it.</summary>
/// <param name="Bike">Its nickname.</param>
/// <param name="Part">That was changed.</param>
/// <param name="Words">What to order, as the owner wrote it down.</param>
public sealed record MindAnswer(string Bike, string Part, string Words);

/// <summary>A bike by its name.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">Its nickname.</param>
public sealed record BikeName(Guid Id, string Name);

/// <summary>The shelf, and what to buy.</summary>
/// <param name="Items">By kind, then by name.</param>
/// <param name="ToBuy">For all that is due by the horizon, and what is low.</param>
/// <param name="Mind">What to know before a part is ordered, for each bike that a part is to be bought for.</param>
/// <param name="Total">Of all that has a price.</param>
/// <param name="Unpriced">How many lines of the list have none.</param>
/// <param name="Horizon">Up to which day it looks ahead.</param>
/// <param name="Waste">What waits to be handed in.</param>
/// <param name="Bikes">All of the shed.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
/// <param name="VolumeUnit">The symbol of the unit in which the owner types and reads volumes.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
public sealed record ShelfAnswer(
    IReadOnlyList<ItemAnswer> Items,
    IReadOnlyList<ToBuyAnswer> ToBuy,
    IReadOnlyList<MindAnswer> Mind,
    string Total,
    int Unpriced,
    LocalDate Horizon,
    IReadOnlyList<WasteAnswer> Waste,
    IReadOnlyList<BikeName> Bikes,
    string Currency,
    string VolumeUnit,
    LocalDate Today
);

/// <summary>Something came to the shelf or left it.</summary>
/// <param name="Id">Of the move.</param>
/// <param name="Date">When.</param>
/// <param name="Cause">Bought, taken, put back, or counted.</param>
/// <param name="Amount">Below 0 where it left.</param>
/// <param name="Note">Null where there is none.</param>
/// <param name="Run">The job run that used it; null where none did.</param>
/// <param name="CanUndo">False of what a job used: that goes with the job.</param>
public sealed record MoveAnswer(Guid Id, LocalDate Date, StockCause Cause, Shown Amount, string? Note, Guid? Run, bool CanUndo);

/// <summary>What the shelf's page shows.</summary>
public static class ShelfAnswers
{
    /// <param name="amount">Litres of a fluid, pieces of all else.</param>
    public static Shown Amount(decimal amount, StockKind kind, OwnerSettings settings) =>
        kind == StockKind.Fluid ? Signed(amount, settings) : new(Math.Round(amount), "pc", 0);

    /// <summary>What stands there, what is low, and what is to be bought for the coming work.</summary>
    public static ShelfAnswer Of(
        ImmutableArray<StoredItem> items,
        ImmutableArray<Stock> shelf,
        ImmutableArray<BikeSnapshot> snapshots,
        JobLibrary jobs,
        OwnerSettings settings,
        LocalDate today
    )
    {
        var names = snapshots.ToDictionary(snapshot => snapshot.Bike.Id.Value, snapshot => snapshot.Profile.Nickname);
        var list = Shopping.List(WantedBy(snapshots, jobs, shelf), shelf);
        var versions = items.ToDictionary(item => item.Id, item => item.Version);
        return new(
            Items:
            [
                .. shelf
                    .OrderBy(stock => stock.Item.Kind)
                    .ThenBy(stock => stock.Item.Name, StringComparer.OrdinalIgnoreCase)
                    .Select(stock => ItemOf(stock, versions[stock.Id], names, settings)),
            ],
            ToBuy: [.. list.Select(line => LineOf(line, settings))],
            Mind: MindOf(list, snapshots),
            Total: Shopping.Total(list).ToString(),
            Unpriced: list.Count(line => line.Packs is null),
            Horizon: today.PlusDays(LifeLeft.HorizonDays),
            Waste:
            [
                .. WasteKept
                    .ToHandIn(snapshots.Select(snapshot => snapshot.Ledger))
                    .Select(waste => new WasteAnswer(waste.Kind, Shown.Of(waste.Volume, settings))),
            ],
            Bikes: [.. names.Select(pair => new BikeName(pair.Key, pair.Value))],
            Currency: settings.Currency,
            VolumeUnit: settings.Volume.Symbol,
            Today: today
        );
    }

    /// <summary>What the jobs of all tasks that are due or coming up want, and what a bike gave away.</summary>
    public static IEnumerable<Wanted> WantedBy(IEnumerable<BikeSnapshot> snapshots, JobLibrary jobs, ImmutableArray<Stock> shelf)
    {
        foreach (var snapshot in snapshots)
        {
            var due = snapshot.Tasks.Where(state => state.IsDue).Select(state => state.Task);
            foreach (var wanted in WantedBy(snapshot, due, jobs, shelf).Concat(Wants.Given(snapshot.Ledger, snapshot.Profile.Nickname)))
                yield return wanted;
        }
    }

    /// <summary>What the jobs of these tasks want on this bike, each job once, and done for these tasks only: to measure pads is not to
    /// buy pads. What does not fit the bike wants nothing.</summary>
    public static IEnumerable<Wanted> WantedBy(
        BikeSnapshot snapshot,
        IEnumerable<ServiceTask> tasks,
        JobLibrary jobs,
        ImmutableArray<Stock> shelf
    )
    {
        var fitting = jobs.For(snapshot.Profile).ToDictionary(job => job.Id);
        return from same in tasks.Where(task => task.Job is { } job && fitting.ContainsKey(job)).GroupBy(task => task.Job!)
            let job = jobs.Assemble([fitting[same.Key]], snapshot).Job
            let plan = JobPlan.ForTasks(job, snapshot.Profile, [.. same.Select(task => task.Id)])
            from wanted in Wants.Of(plan, snapshot.Bike.Id, $"{fitting[same.Key].Title}, {snapshot.Profile.Nickname}", shelf)
            select wanted;
    }

    private static ItemAnswer ItemOf(Stock stock, int version, Dictionary<Guid, string> names, OwnerSettings settings) =>
        new(
            Id: stock.Id,
            Name: stock.Item.Name,
            Kind: stock.Item.Kind,
            Left: Amount(stock.Left, stock.Item.Kind, settings),
            Minimum: Amount(stock.Item.Minimum, stock.Item.Kind, settings),
            Low: stock.Low,
            Containers:
            [
                .. stock.Containers.Select(one => new ContainerAnswer(
                    one.Id,
                    Amount(one.Size, stock.Item.Kind, settings),
                    Amount(one.Left, stock.Item.Kind, settings),
                    one.Left / one.Size,
                    one.Since
                )),
            ],
            Bikes: [.. stock.Item.Bikes.Where(names.ContainsKey).Select(bike => names[bike])],
            Place: stock.Item.Place,
            Note: stock.Item.Note,
            Form: ItemForm.Of(stock.Item, settings),
            Version: version
        );

    /// <summary>
    /// Where a bike that parts are bought for is not as it was made, and that changes what to order. Said once for the bike: nobody
    /// knows here which of its parts it is about.
    /// </summary>
    private static List<MindAnswer> MindOf(IEnumerable<ToBuy> list, ImmutableArray<BikeSnapshot> snapshots)
    {
        var wanting = list.Where(line => line.Kind == StockKind.Part).SelectMany(line => line.Bikes).ToHashSet();
        return
        [
            .. from snapshot in snapshots
            where wanting.Contains(snapshot.Bike.Id.Value)
            from modification in Modifications.Of(snapshot.Ledger)
            from consequence in modification.Made.Consequences
            where consequence.Kind is ConsequenceKind.WhatToOrder or ConsequenceKind.FilterSize
            select new MindAnswer(snapshot.Profile.Nickname, modification.Made.Part, consequence.Words),
        ];
    }

    private static ToBuyAnswer LineOf(ToBuy line, OwnerSettings settings) =>
        new(
            Item: line.Item,
            Kind: line.Kind,
            What: line.What,
            Needed: Amount(line.Needed, line.Kind, settings),
            Here: Amount(line.Here, line.Kind, settings),
            Missing: Amount(line.Missing, line.Kind, settings),
            Packs:
            [
                .. (line.Packs?.Bought ?? []).Select(pack => new PackToBuy(
                    pack.Count,
                    Amount(pack.Pack.Size, line.Kind, settings),
                    pack.Pack.Price.ToString()
                )),
            ],
            Cost: line.Packs?.Cost.ToString(),
            Over: line.Packs is { } packs ? Amount(packs.Over, line.Kind, settings) : null,
            For: line.For,
            AmountUnknown: line.AmountUnknown
        );

    private static Shown Signed(decimal litres, OwnerSettings settings)
    {
        var shown = Shown.Of(Volume.FromLitres(Math.Abs(litres)), settings);
        return litres < 0 ? shown with { Value = -shown.Value } : shown;
    }

    /// <summary>What jobs call the fluid of a reservoir.</summary>
    public static string FluidFor(ReservoirId reservoir) =>
        reservoir == ReservoirId.OilTank ? "engine oil" : Reservoirs.Words(reservoir).ToLowerInvariant();
}
