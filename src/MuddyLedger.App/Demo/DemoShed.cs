using System.Collections.Immutable;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Papers;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Waste;
using NodaTime;

namespace MuddyLedger.App.Demo;

/// <summary>
/// Fallow Tarn, an invented smallholding with a shed of invented bikes. All of it is made up. Dates are laid out relative to today.
/// </summary>
public static class DemoShed
{
    /// <summary>Fills a shed in which there is no bike yet.</summary>
    public static async Task FillAsync(
        IShedReader reader,
        IShedWriter writer,
        IShelfStore shelf,
        IViewingStore viewings,
        ContentLibrary content,
        ShedClock clock,
        CancellationToken cancel
    )
    {
        if (await reader.BikesAsync(null, cancel) is not { Bikes: [], Damaged: [] })
            return;
        var today = clock.Today;
        Profile Set(string id) => content.Sets.First(set => set.Id == id).Profile;

        var drumlin = new DemoBook(writer, content, clock, DrumlinProfile(Set("road-twin")));
        var heron = new DemoBook(writer, content, clock, HeronProfile(Set("two-stroke-enduro")));
        Heron(heron, today);
        Scree(new DemoBook(writer, content, clock, ScreeProfile(Set("motocross-four-stroke"))), today);
        Drumlin(drumlin, today);
        DemoOldOnes.Dray(new DemoBook(writer, content, clock, DemoOldOnes.DrayProfile(Set("step-through"))), today, clock.Now);
        DemoOldOnes.Fathom(new DemoBook(writer, content, clock, DemoOldOnes.FathomProfile(Set("trials-single"))), today);
        DemoOldOnes.Barrow(new DemoBook(writer, content, clock, DemoOldOnes.BarrowProfile(Set("field-runabout"))), today);
        DemoShelf.Fill(shelf, clock, today, drumlin.Bike, heron.Bike);
        DemoViewings.Fill(viewings, content, clock.Now);
        await writer.CommitAsync(Guid.CreateVersion7(), "the Fallow Tarn shed", clock.Now, cancel);
    }

    private static Profile HeronProfile(Profile set) =>
        set with
        {
            Nickname = "Heron",
            Make = "Brackwater",
            Model = "Heron 280",
            Year = 2019,
            DisplacementCc = 280,
            Title = TitleStatus.RoadTitle,
            FrameNumber = "BWH280-0417",
            FrontTyre = new Tyre("80/100-21", Pressure.FromKilopascals(90), "1123", TyreInner.Tube),
            RearTyre = new Tyre("140/80-18", Pressure.FromKilopascals(85), "3424", TyreInner.FoamInsert),
            TankReserve = Litres(1),
            Severities = [Severity.Grit],
            Reservoirs = set
                .Reservoirs.SetItem(
                    ReservoirId.Gearbox,
                    set.Reservoirs[ReservoirId.Gearbox] with
                    {
                        DrainOnly = Litres(0.7m),
                        DryFill = Litres(0.75m),
                    }
                )
                .SetItem(ReservoirId.TwoStrokeOil, set.Reservoirs[ReservoirId.TwoStrokeOil] with { DryFill = Litres(0.7m) })
                .SetItem(ReservoirId.Fuel, new ReservoirSpec { Grade = "95 or better", DryFill = Litres(9) }),
            Figures = set.Figures.SetItem(BikeFigure.FuelToOil, new(30, 100, new(Core.ProvenanceKind.Manual, "p. 2-4"))),
        };

    private static Profile ScreeProfile(Profile set) =>
        set with
        {
            Nickname = "Scree",
            Make = "Fellhound",
            Model = "Scree 250",
            Year = 2017,
            Title = TitleStatus.OffRoadOnly,
            FrameNumber = "FHS250-1188",
            Severities = [Severity.Grit],
            Reservoirs = set
                .Reservoirs.SetItem(
                    ReservoirId.Engine,
                    set.Reservoirs[ReservoirId.Engine] with
                    {
                        DryFill = Litres(0.95m),
                        DrainOnly = Litres(0.8m),
                        DrainAndFilter = Litres(0.85m),
                    }
                )
                .SetItem(ReservoirId.Gearbox, set.Reservoirs[ReservoirId.Gearbox] with { DrainOnly = Litres(0.68m) }),
            Figures = set
                .Figures.SetItem(BikeFigure.IntakeClearance, new(0.10m, 0.15m, new(Core.ProvenanceKind.Manual, "p. 4-12")))
                .SetItem(BikeFigure.ExhaustClearance, new(0.17m, 0.22m, new(Core.ProvenanceKind.Manual, "p. 4-12"))),
            Torques = set.Torques.SetItem(
                Fastener.OilDrainPlug,
                new(Torque.FromNewtonMetres(20), new(Core.ProvenanceKind.Manual, "p. 3-8"))
            ),
        };

    private static Profile DrumlinProfile(Profile set) =>
        set with
        {
            Nickname = "Causeway",
            Make = "Drumlin",
            Model = "Causeway 730",
            Year = 2014,
            DisplacementCc = 730,
            Title = TitleStatus.RoadTitle,
            Registration = "FT 14 DRC",
            FrontTyre = new Tyre("120/70-17", Pressure.FromKilopascals(225), "0722", TyreInner.Tubeless),
            RearTyre = new Tyre("160/60-17", Pressure.FromKilopascals(250), "1820", TyreInner.Tubeless),
            Figures = ImmutableDictionary<BikeFigure, FigureSpec>
                .Empty.Add(BikeFigure.IntakeClearance, new(0.13m, 0.20m, new(Core.ProvenanceKind.Manual, "p. 3-9")))
                .Add(BikeFigure.ExhaustClearance, new(0.23m, 0.30m, new(Core.ProvenanceKind.Manual, "p. 3-9")))
                .Add(BikeFigure.PlugGap, new(0.8m, 0.9m, new(Core.ProvenanceKind.Manual, "p. 3-7")))
                .Add(BikeFigure.FrontDisc, new(4.5m, null, new(Core.ProvenanceKind.Manual, "stamped on the disc")))
                .Add(BikeFigure.UnwornFrontDisc, new(5.0m, 5.0m, new(Core.ProvenanceKind.Manual, "p. 2-24")))
                .Add(BikeFigure.ChainSlack, new(25m, 35m, new(Core.ProvenanceKind.Manual, "p. 2-20")))
                .Add(BikeFigure.IdleSpeed, new(1_250m, 1_350m, new(Core.ProvenanceKind.Manual, "p. 2-9"))),
            TankOverPlugs = true,
            AirFilter = AirFilterBehind.Tank,
            FrameNumber = "DRC730-20933",
            BodyworkOverOil = true,
            Reservoirs = set
                .Reservoirs.SetItem(
                    ReservoirId.Engine,
                    set.Reservoirs[ReservoirId.Engine] with
                    {
                        DryFill = Litres(3.0m),
                        DrainOnly = Litres(2.4m),
                        DrainAndFilter = Litres(2.6m),
                        Provenance = new(Core.ProvenanceKind.Manual, "p. 2-11"),
                    }
                )
                .SetItem(ReservoirId.Fuel, new ReservoirSpec { Grade = "95 or better", DryFill = Litres(17) })
                .SetItem(ReservoirId.Coolant, new ReservoirSpec { Grade = "ethylene glycol, silicate free, 50%", DryFill = Litres(1.9m) }),
            Torques = set
                .Torques.SetItem(Fastener.OilDrainPlug, new(Torque.FromNewtonMetres(30), new(Core.ProvenanceKind.Manual, "p. 2-12")))
                .SetItem(Fastener.OilFilter, new(Torque.FromNewtonMetres(17), new(Core.ProvenanceKind.Manual, "p. 2-13")))
                .SetItem(Fastener.SparkPlug, new(Torque.FromNewtonMetres(12), new(Core.ProvenanceKind.Manual, "p. 3-7")))
                .SetItem(Fastener.RearAxle, new(Torque.FromNewtonMetres(105), new(Core.ProvenanceKind.Manual, "p. 2-21"))),
        };

    /// <summary>Two seasons counted in hours, ridden hard in grit; its oil pump was just refitted and is not proven.</summary>
    private static void Heron(DemoBook book, LocalDate today)
    {
        var from = today.PlusDays(-640);
        book.AddBike(from);
        var hours = Readings(book, from, today.PlusDays(-6), 41.2m, 128.6m, 21, MeterKind.HourMeter, seed: 3);
        book.Write(from, new TaskDone("top-end.replace", Evidence.SellersWord, "Piston done at 30 hours, he said; nothing on paper."));
        for (var day = from.PlusDays(24); day < today.PlusDays(-20); day = day.PlusDays(33))
            book.Done(day, "air-filter.clean", "chain.lubricate");
        book.Done(today.PlusDays(-9), "air-filter.clean", "chain.lubricate");
        book.Done(today.PlusDays(-75), "chain.measure");
        book.Done(today.PlusDays(-118), "spark-plugs.replace");
        book.Done(today.PlusDays(-210), "linkage.lubricate", "fork.replace", "exhaust-packing.replace");
        book.Done(today.PlusDays(-402), "front-brake-fluid.replace", "coolant.replace");
        book.Done(today.PlusDays(-96), "battery.measure", "front-pads.measure", "rear-pads.measure", "spokes.adjust", "reeds.inspect");
        book.LookedOver(today.PlusDays(-96), except: []);
        book.Write(today.PlusDays(-402), new FluidFilled(ReservoirId.Coolant, Litres(1.1m), "ethylene glycol, 50%"));
        foreach (var back in new[] { 505, 350, 103 })
        {
            var on = today.PlusDays(-back);
            book.Write(
                on,
                new FluidDrained(
                    ReservoirId.Gearbox,
                    Litres(0.66m),
                    new(DrainColour.Dark, MagnetReading.FinePaste, DrainDebris.None, false)
                )
            );
            book.Write(on, new WasteHeld("gear oil", Litres(0.66m)));
            book.Write(on, new FluidFilled(ReservoirId.Gearbox, Litres(0.7m), "80W gear oil for wet clutches"));
            book.Done(on, "gearbox-oil.replace");
            book.Write(on, new CostPaid("gear oil, 1 L", Money.Of(13.40m)));
        }

        book.Write(today.PlusDays(-120), new WasteHandedIn("gear oil", Litres(1.32m), "recycling yard"));
        book.Write(today.PlusDays(-8), new FluidFilled(ReservoirId.TwoStrokeOil, Litres(0.6m), "JASO FD, injectable"));
        book.Write(
            today.PlusDays(-8),
            new FindingOpened(
                "Oil pump refitted, not proven",
                FindingSeverity.FixSoon,
                "Run premix 50:1 in the tank until the oil tank is seen to fall as it should. More smoke than usual is normal till then."
            )
        );
        book.Write(
            today.PlusDays(-8),
            new LeftForNow("premix-insurance", "premix in the fuel tank, until the oil pump is proven", Core.Jobs.ForNow.InPlace)
        );
        Fuel(book, today.PlusDays(-400), today, MeterKind.HourMeter, tank: 8.2m, ridden => ridden.In(Unit.Hour).Value * 2.7m, seed: 8);
        Rides(book, today, 12, km: 0, hours: 2.6m, "peat and granite grit", seed: 5);
        book.Write(today.PlusDays(-6), new NoteWritten($"{hours:0.0} h and she starts second kick, cold."));
    }

    /// <summary>Bought with an unknown past; counted in hours; its oil change was left half done.</summary>
    private static void Scree(DemoBook book, LocalDate today)
    {
        var from = today.PlusDays(-275);
        book.AddBike(from);
        Readings(book, from, today.PlusDays(-3), 61.0m, 96.3m, 14, MeterKind.HourMeter, seed: 11);
        book.Write(from, new TaskDone("valves.measure", Evidence.SellersWord, "\"Valves were checked last winter.\""));
        book.Done(today.PlusDays(-31), "air-filter.clean");
        book.Done(today.PlusDays(-3), "air-filter.clean", "chain.lubricate");
        book.Done(today.PlusDays(-88), "linkage.lubricate", "chain.measure");
        book.Write(
            today.PlusDays(-140),
            new TaskDone("valves.measure", Evidence.DoneHere, "Intakes 0.12 and 0.12, exhausts 0.20 and 0.19 mm, cold.")
        );
        foreach (var (back, display) in new[] { (233, 66.6m), (120, 80.2m), (59, 88.2m) })
            book.OilChange(
                today.PlusDays(-back),
                MeterAmount.Of(EngineHours.FromHours(display)),
                "10W-40, JASO MA2",
                new(DrainColour.Dark, MagnetReading.FinePaste, DrainDebris.None, false),
                Litres(0.8m),
                costs: new CostPaid("oil, filter, washer", Money.Of(21.80m))
            );
        book.OilChange(
            today.PlusDays(-2),
            MeterAmount.Of(EngineHours.FromHours(96.3m)),
            "10W-40, JASO MA2",
            new(DrainColour.Dark, MagnetReading.Slivers, DrainDebris.None, false),
            Litres(0.68m),
            "seat"
        );
        book.Write(
            from,
            new IntervalSet(
                "valves.measure",
                null,
                MeterAmount.Of(EngineHours.FromHours(20)),
                null,
                new(Core.ProvenanceKind.Manual, "p. 4-12")
            )
        );
        book.Write(from, new TaskDone("top-end.replace", Evidence.AsNew, "Rebuilt by the last owner, the receipt says so."));
        DemoWear.Scree(book, today);
        Rides(book, today, 9, km: 0, hours: 1.8m, "sand and stones", seed: 9);
        book.Write(
            today.PlusDays(-20),
            new RideDone(null, EngineHours.FromHours(1.2m), "club race, three heats") { Severities = [Severity.Raced] }
        );
    }

    /// <summary>Three years in miles, serviced by miles and calendar; a long trip planned.</summary>
    private static void Drumlin(DemoBook book, LocalDate today)
    {
        var from = today.PlusDays(-1130);
        book.AddBike(from);
        foreach (
            var (back, miles) in new[]
            {
                (1130, 7_410m),
                (1060, 8_120m),
                (980, 9_260m),
                (905, 10_040m),
                (838, 10_390m),
                (760, 11_480m),
                (700, 12_110m),
            }
        )
            Miles(book, today.PlusDays(-back), miles);
        Change(book, today.PlusDays(-690), 12_180m, 2.5m);
        foreach (
            var (back, miles) in new[]
            {
                (640, 13_020m),
                (590, 14_205m),
                (545, 14_930m),
                (480, 15_620m),
                (430, 16_450m),
                (390, 17_330m),
                (360, 17_810m),
            }
        )
            Miles(book, today.PlusDays(-back), miles);
        Change(book, today.PlusDays(-343), 18_000m, 2.45m);
        foreach (
            var (back, miles) in new[]
            {
                (312, 18_560m),
                (280, 19_090m),
                (246, 19_610m),
                (212, 20_240m),
                (180, 20_720m),
                (150, 21_050m),
                (121, 21_420m),
                (92, 21_980m),
                (63, 22_560m),
                (42, 22_930m),
                (25, 23_240m),
                (16, 23_410m),
                (4, 23_588m),
            }
        )
            Miles(book, today.PlusDays(-back), miles);

        book.Write(from, new TaskDone("valves.measure", Evidence.SellersWord, "\"Done at six thousand\", no paper."));
        book.Done(today.PlusDays(-575), "spark-plugs.replace", "air-filter.replace");
        book.Done(today.PlusDays(-330), "coolant.replace");
        book.Write(today.PlusDays(-330), new FluidFilled(ReservoirId.Coolant, Litres(1.9m), "ethylene glycol, silicate free, 50%"));
        book.Done(today.PlusDays(-600), "front-brake-fluid.replace");
        book.Write(today.PlusDays(-600), new FluidFilled(ReservoirId.FrontBrake, Litres(0.1m), "DOT 4"));
        book.Done(today.PlusDays(-355), "tyres.inspect", "steering-head.inspect");
        book.Done(today.PlusDays(-402), "fork.replace");
        book.LookedOver(today.PlusDays(-120), except: ["tyres.inspect", "steering-head.inspect"]);
        book.Done(today.PlusDays(-150), "chain.measure", "front-pads.measure", "rear-pads.measure", "cables.lubricate");
        book.Done(today.PlusDays(-402), "linkage.lubricate", "steering-head.lubricate", "front-disc.measure", "rear-disc.measure");
        book.Write(today.PlusDays(-700), new TaskDone("front-brake-hose.replace", Evidence.Receipt, "braided ones, both ends"));
        book.Write(today.PlusDays(-700), new TaskDone("rear-brake-hose.replace", Evidence.Receipt, "braided ones, both ends"));
        book.Write(today.PlusDays(-840), new LaidUp("salt on the roads"));
        book.Write(today.PlusDays(-764), new WokenUp("battery charged, tyres pumped up"));
        book.Write(today.PlusDays(-300), new PaperHeld("roadworthiness", today.PlusDays(165)));
        book.Write(today.PlusDays(-300), new PaperHeld("registration", today.PlusDays(165)));
        book.Write(today.PlusDays(-340), new PaperHeld("insurance", today.PlusDays(25)));
        foreach (var back in new[] { 200, 121, 63, 16 })
            book.Done(today.PlusDays(-back), "chain.lubricate");
        book.Done(today.PlusDays(-70), "battery.measure");
        book.Write(
            today.PlusDays(-500),
            new ModificationMade(
                "heated grips",
                "grips",
                [
                    new(ConsequenceKind.Wiring, "own fuse of 5 A beside the battery, switched by the tail light"),
                    new(ConsequenceKind.Charger, "32 W of what the generator leaves over"),
                ]
            )
        );
        book.Write(
            today.PlusDays(-500),
            new ModificationMade(
                "open pipe end",
                "silencer end",
                [
                    new(ConsequenceKind.Jetting, "none: the map copes"),
                    new(ConsequenceKind.RoadLegal, "not on the road with the insert out"),
                    new(ConsequenceKind.WhatToOrder, "exhaust seal of 54 mm, not 52"),
                ]
            )
        );
        book.Write(
            today.PlusDays(-47),
            new TemporaryRepairMade("Side panel lug broken; glued and pinned with a brass screw", 24, today.PlusDays(12))
            {
                Place = "side-panel-off",
            }
        );
        Fuel(
            book,
            today.PlusDays(-320),
            today.PlusDays(-14),
            MeterKind.Odometer,
            tank: 15,
            ridden => ridden.In(Unit.Mile).Value * 0.086m,
            seed: 21
        );
        var misread = book.Write(today.PlusDays(-6), new FuelBought(Litres(14.2m), Money.Of(19.80m), ToTheBrim: true));
        book.Correct(misread, new FuelBought(Litres(12.4m), Money.Of(19.80m), ToTheBrim: true), "misread the pump");
        foreach (var (back, added) in new[] { (270, 0.2m), (200, 0.3m), (120, 0.4m), (60, 0.35m) })
        {
            book.Write(today.PlusDays(-back), new FluidToppedUp(ReservoirId.Engine, Litres(added), "10W-40, JASO MA2"));
            book.Write(today.PlusDays(-back), new LevelSeen(ReservoirId.Engine, Level.AtMaximum));
        }

        DemoWear.Drumlin(book, today);
        Rides(book, today, 8, km: 128, hours: 0, "moor road, dry", seed: 2);
        book.Write(
            today.PlusDays(-16),
            new FindingOpened(
                "Tick at the cam chain side",
                FindingSeverity.Watch,
                "Goes when warm. Look at the tensioner at the next oil change."
            )
        );
        book.Write(
            today.PlusDays(-355),
            new FindingOpened("Rear tyre is from week 18 of 2020", FindingSeverity.Note, "Look for cracks every year from five years on.")
        );
    }

    private static void Miles(DemoBook book, LocalDate on, decimal miles) =>
        book.Reading(on, MeterAmount.Of(Distance.From(new Quantity(miles, Unit.Mile))));

    private static void Change(DemoBook book, LocalDate on, decimal miles, decimal drained) =>
        book.OilChange(
            on,
            MeterAmount.Of(Distance.From(new Quantity(miles, Unit.Mile))),
            "10W-40, JASO MA2",
            new(DrainColour.Dark, MagnetReading.FinePaste, DrainDebris.None, false),
            Litres(drained),
            costs: [new CostPaid("10W-40, 4 L", Money.Of(38.00m)), new CostPaid("oil filter", Money.Of(11.50m))]
        );

    /// <summary>Readings every so many days along a straight line with some scatter, never backwards.</summary>
    private static decimal Readings(
        DemoBook book,
        LocalDate from,
        LocalDate to,
        decimal first,
        decimal last,
        int every,
        MeterKind kind,
        int seed
    )
    {
        var random = new Random(seed);
        var days = Period.DaysBetween(from, to);
        var shown = first;
        for (var day = 0; day < days; day += every)
        {
            var line = first + (last - first) * day / days;
            shown = Math.Max(shown, Math.Round(line - (decimal)random.NextDouble() * (last - first) * every / days * 0.6m, 1));
            book.Reading(from.PlusDays(day), MeterAmount.Of(kind, shown));
        }

        book.Reading(to, MeterAmount.Of(kind, last));
        return last;
    }

    /// <summary>Filled to the brim when the meter is read, and on the way to the next reading; no two tanks are ridden alike.</summary>
    /// <param name="tank">What is poured at most.</param>
    /// <param name="burns">Litres, on the way from one reading to the next.</param>
    private static void Fuel(
        DemoBook book,
        LocalDate from,
        LocalDate to,
        MeterKind kind,
        decimal tank,
        Func<MeterAmount, decimal> burns,
        int seed
    )
    {
        var random = new Random(seed);
        var read = book.Readings(kind).Where(point => point.Date >= from && point.Date <= to).ToList();
        void Fill(LocalDate on, decimal litres) =>
            book.Write(on, new FuelBought(Litres(litres), Money.Of(Math.Round(litres * 1.62m, 2)), ToTheBrim: true));
        Fill(read[0].Date, Math.Round(tank * 0.7m, 1));
        foreach (var (start, end) in read.Zip(read.Skip(1)))
        {
            var burned = burns(end.Lifetime - start.Lifetime) * (0.92m + (decimal)random.NextDouble() * 0.16m);
            var fills = (int)Math.Ceiling(burned / tank);
            for (var fill = 1; fill <= fills; fill++)
                Fill(start.Date.PlusDays(Period.DaysBetween(start.Date, end.Date) * fill / fills), Math.Round(burned / fills, 1));
        }
    }

    private static void Rides(DemoBook book, LocalDate today, int count, decimal km, decimal hours, string ground, int seed)
    {
        var random = new Random(seed);
        for (var ride = count; ride > 0; ride--)
        {
            var share = 0.6m + (decimal)random.NextDouble() * 0.8m;
            book.Write(
                today.PlusDays(-7 * ride - random.Next(0, 3)),
                new RideDone(
                    km > 0 ? Distance.FromMetres(Math.Round(km * share) * 1000) : null,
                    hours > 0 ? EngineHours.FromHours(Math.Round(hours * share, 1)) : null,
                    ground
                )
            );
        }
    }

    internal static Volume Litres(decimal litres) => Volume.FromLitres(litres);
}
