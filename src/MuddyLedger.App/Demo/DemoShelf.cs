using System.Collections.Immutable;
using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.App.Demo;

/// <summary>The boards over the bench at Fallow Tarn: bottles half full, filters in tins, a drawer of washers.</summary>
internal static class DemoShelf
{
    /// <summary>Puts on the shelf what this owner keeps.</summary>
    public static void Fill(IShelfStore shelf, ShedClock clock, LocalDate today, BikeId drumlin, BikeId heron)
    {
        var at = clock.StartOf(today.PlusDays(-200));
        Guid Item(
            string name,
            StockKind kind,
            string serves,
            decimal minimum,
            string? place,
            BikeId[] bikes,
            params (decimal Size, decimal Price)[] packs
        )
        {
            var id = Guid.CreateVersion7();
            at += Duration.FromMinutes(1);
            shelf.Add(
                id,
                new StockItem(
                    name,
                    kind,
                    [.. serves.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)],
                    [.. bikes.Select(bike => bike.Value)],
                    minimum,
                    [.. packs.Select(pack => new Pack(pack.Size, Money.Of(pack.Price)))],
                    place,
                    null
                ),
                at
            );
            return id;
        }

        Guid Came(Guid item, int back, decimal amount, bool bottle)
        {
            var id = Guid.CreateVersion7();
            at += Duration.FromMinutes(1);
            shelf.Add(new StockMove(id, item, bottle ? id : null, amount, today.PlusDays(-back), StockCause.Bought), at, "shed laptop");
            return id;
        }

        void Went(Guid item, int back, decimal amount, Guid? bottle, string note)
        {
            at += Duration.FromMinutes(1);
            shelf.Add(
                new StockMove(Guid.CreateVersion7(), item, bottle, -amount, today.PlusDays(-back), StockCause.Taken, note),
                at,
                "shed laptop"
            );
        }

        var road = Item("10W-40, JASO MA2", StockKind.Fluid, "engine oil", 1m, "top board", [], (1m, 12.90m), (4m, 38.00m));
        var can = Came(road, 60, 4m, bottle: true);
        Went(road, 16, 2.6m, can, "topped up after the long ride");
        var gear = Item("80W gear oil for wet clutches", StockKind.Fluid, "gearbox oil", 0.7m, "top board", [heron], (1m, 11.40m));
        Came(gear, 90, 1m, bottle: true);
        var two = Item(
            "two-stroke oil for injection",
            StockKind.Fluid,
            "two-stroke oil, two-stroke oil for injection, two-stroke oil for premix",
            1m,
            "top board",
            [heron],
            (1m, 14.50m),
            (4m, 49.00m)
        );
        var half = Came(two, 75, 1m, bottle: true);
        Went(two, 12, 0.55m, half, "into the tank");
        var fork = Item("fork oil, 5 W", StockKind.Fluid, "fork oil", 0, "lower board", [], (1m, 16.80m));
        Came(fork, 180, 1m, bottle: true);
        var cool = Item(
            "ethylene glycol, silicate free, 50%",
            StockKind.Fluid,
            "coolant",
            0.5m,
            "lower board",
            [],
            (1m, 8.90m),
            (5m, 34.00m)
        );
        var drop = Came(cool, 330, 1m, bottle: true);
        Went(cool, 330, 0.9m, drop, "rest of the change");
        var brake = Item(
            "DOT 4",
            StockKind.Fluid,
            "front brake fluid, rear brake fluid, fresh fluid in a sealed bottle",
            0,
            "lower board",
            [],
            (0.25m, 5.20m),
            (0.5m, 7.90m)
        );
        Came(brake, 40, 0.5m, bottle: true);
        Came(
            Item("Causeway oil filter", StockKind.Part, "oil filter", 1, "tin, left", [drumlin], (1, 11.50m), (3, 29.00m)),
            60,
            1,
            bottle: false
        );
        Came(Item("crush washer, 12 mm", StockKind.Part, "drain plug crush washer", 5, "drawer", [], (10, 3.80m)), 200, 4, bottle: false);
        Item("Causeway air filter", StockKind.Part, "air filter", 0, "tin, left", [drumlin], (1, 24.50m));
        Came(
            Item("plug, 10 mm, long reach", StockKind.Part, "spark plugs", 2, "drawer", [drumlin], (1, 9.80m), (4, 35.00m)),
            200,
            2,
            bottle: false
        );
        Came(Item("chain lubricant", StockKind.Consumable, "chain lubricant", 1, "top board", [], (1, 9.90m)), 100, 2, bottle: false);
        Came(
            Item("brake cleaner", StockKind.Consumable, "brake cleaner", 2, "top board", [], (1, 4.20m), (12, 39.00m)),
            100,
            1,
            bottle: false
        );
    }
}
