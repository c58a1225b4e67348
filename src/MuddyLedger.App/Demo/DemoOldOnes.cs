using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Papers;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Waste;
using NodaTime;

namespace MuddyLedger.App.Demo;

/// <summary>
/// The old ones of Fallow Tarn: an odometer that rolled over, one long dead that is being woken, one with no meter at all.
/// </summary>
internal static class DemoOldOnes
{
    private static readonly DrainReading Ordinary = new(DrainColour.Dark, MagnetReading.FinePaste, DrainDebris.None, false);

    /// <summary>Small, old and on the road.</summary>
    public static Profile DrayProfile(Profile set) =>
        set with
        {
            Nickname = "Dray",
            Make = "Ossel",
            Model = "Dray 90",
            Year = 1991,
            Title = TitleStatus.RoadTitle,
            Registration = "FT 91 OSD",
            FrameNumber = "OD90-55102",
            FrontTyre = new Tyre("2.50-17", Pressure.FromKilopascals(175), "4014", TyreInner.Tube),
            RearTyre = new Tyre("2.50-17", Pressure.FromKilopascals(225), "0919", TyreInner.Tube),
            Reservoirs = set
                .Reservoirs.SetItem(
                    ReservoirId.Engine,
                    set.Reservoirs[ReservoirId.Engine] with
                    {
                        DryFill = Litre(0.8m),
                        DrainOnly = Litre(0.7m),
                    }
                )
                .SetItem(ReservoirId.Fuel, new ReservoirSpec { Grade = "any", DryFill = Litre(3.8m) }),
        };

    /// <summary>Without road papers.</summary>
    public static Profile FathomProfile(Profile set) =>
        set with
        {
            Nickname = "Fathom",
            Make = "Pellow",
            Model = "Fathom 325",
            Year = 1979,
            Title = TitleStatus.OffRoadOnly,
            FrameNumber = "PF325-0093",
            StatedUsePerYear = MeterAmount.Of(EngineHours.FromHours(25)),
            Reservoirs = set
                .Reservoirs.SetItem(
                    ReservoirId.OilTank,
                    set.Reservoirs[ReservoirId.OilTank] with
                    {
                        DryFill = Litre(2.0m),
                        DrainOnly = Litre(1.8m),
                        DrainAndFilter = Litre(1.8m),
                    }
                )
                .SetItem(ReservoirId.Gearbox, set.Reservoirs[ReservoirId.Gearbox] with { DrainOnly = Litre(0.6m) })
                .SetItem(ReservoirId.Primary, set.Reservoirs[ReservoirId.Primary] with { DrainOnly = Litre(0.35m) }),
        };

    /// <summary>Without papers.</summary>
    public static Profile BarrowProfile(Profile set) =>
        set with
        {
            Nickname = "Barrow",
            Make = "Gritstone",
            Model = "Barrow",
            Year = 2008,
            Title = TitleStatus.NoPapers,
            StatedUsePerYear = MeterAmount.Of(EngineHours.FromHours(30)),
            Reservoirs = set.Reservoirs.SetItem(
                ReservoirId.Engine,
                set.Reservoirs[ReservoirId.Engine] with
                {
                    DryFill = Litre(0.6m),
                    DrainOnly = Litre(0.55m),
                }
            ),
        };

    /// <summary>Errands, year in, year out; its five digits went round last spring.</summary>
    public static void Dray(DemoBook book, LocalDate today, Instant now)
    {
        var from = today.PlusDays(-760);
        book.AddBike(from);
        var km = 97_310m;
        var random = new Random(17);
        for (var day = from; day < today.PlusDays(-330); day = day.PlusDays(31))
            book.Reading(day, Km(km += 120 + random.Next(0, 90)));
        var before = Km(km);
        book.Epoch(today.PlusDays(-320), EpochCause.RolledOver, Km(14), before);
        km = 14;
        for (var day = today.PlusDays(-300); day < today.PlusDays(-8); day = day.PlusDays(29))
            book.Reading(day, Km(km += 140 + random.Next(0, 80)));
        book.OilChange(today.PlusDays(-410), null, "10W-40, JASO MA", Ordinary, Litre(0.66m));
        book.OilChange(
            today.PlusDays(-5),
            Km(km + 30),
            "10W-40, JASO MA",
            Ordinary,
            Litre(0.68m),
            costs: new CostPaid("10W-40, 1 L", Money.Of(9.90m))
        );
        book.Done(today.PlusDays(-410), "front-drum.inspect", "rear-drum.inspect", "valves.measure", "spark-plugs.replace");
        book.LookedOver(today.PlusDays(-60), except: []);
        book.Done(today.PlusDays(-60), "cables.lubricate", "spokes.adjust", "chain.measure");
        book.Done(today.PlusDays(-60), "chain.lubricate", "battery.inspect", "battery.measure", "air-filter.clean");
        book.Write(today.PlusDays(-200), new PaperHeld("registration", today.PlusDays(60)));
        book.LeakWatch(now, began: 13, looked: 3, new(LeakPlace.DrainPlug, LeakGrade.OneSpot, LeakFluid.EngineOil));
    }

    /// <summary>Last run in 2007. A flush fill is in it, the tap weeps, the rear brake's cam is seized.</summary>
    public static void Fathom(DemoBook book, LocalDate today)
    {
        var from = today.PlusDays(-48);
        book.AddBike(from);
        book.Write(from, new NoteWritten("Bought standing since 2007. Kick start free, compression felt by hand."));
        book.Write(from, new TakenIn(TakenInAs.NonRunner));
        book.Write(from, new LastRan(new(2007, 1, 1), new(2007, 12, 31), "the seller's word: 2007"));
        book.Write(from, new LaidUp("stands until it is revived"));
        book.Write(from, new TaskDone("engine-oil.replace", Evidence.SellersWord, "\"Fresh oil before it was put away.\""));
        book.Write(
            from,
            new LeftForNow("plug-in-exhaust", "a foam plug in the end of the exhaust", ForNow.InPlace) { Shuts = Gate.Cranked }
        );
        book.Write(
            today.PlusDays(-22),
            new LeftForNow("rag-in-intake", "a rag in the intake, while the carburettor is on the bench", ForNow.InPlace)
            {
                Shuts = Gate.Cranked,
            }
        );
        book.Write(
            today.PlusDays(-20),
            new FluidDrained(ReservoirId.OilTank, Litre(1.3m), new(DrainColour.BlackSludge, MagnetReading.NotSeen, DrainDebris.None, false))
        );
        book.Write(today.PlusDays(-20), new WasteHeld("engine oil", Litre(1.3m)));
        book.Write(today.PlusDays(-20), new FluidFilled(ReservoirId.OilTank, Litre(1.0m), "cheap 20W-50", Temporary: true));
        book.Write(
            today.PlusDays(-18),
            new FindingOpened(
                "Fuel tap weeps",
                FindingSeverity.Stop,
                "Cork shrunk. No fuel in the tank until it is dry.",
                Money.Of(12),
                Gate.Run
            )
        );
        book.Write(
            today.PlusDays(-18),
            new FindingOpened("Rear brake cam seized", FindingSeverity.Stop, "Soaking. Strip, clean, grease.", Money.Of(5), Gate.Ridden)
        );
        book.Done(today.PlusDays(-15), "ignition.adjust");
    }

    /// <summary>Used most weeks, counted by nobody: the owner's word stands in for a meter.</summary>
    public static void Barrow(DemoBook book, LocalDate today)
    {
        var from = today.PlusDays(-400);
        book.AddBike(from);
        book.Write(from, new NoteWritten("Came with the land. Oil looked like tar."));
        book.Write(from.PlusDays(3), new WordGiven(Gate.Ridden, "It runs, and is used most weeks"));
        book.OilChange(
            from.PlusDays(2),
            null,
            "SAE 30",
            new(DrainColour.BlackSludge, MagnetReading.NotSeen, DrainDebris.None, false),
            Litre(0.4m),
            jobId: "splash-oil"
        );
        book.OilChange(today.PlusDays(-190), null, "SAE 30", Ordinary, Litre(0.52m), jobId: "splash-oil");
        book.Done(today.PlusDays(-21), "engine-oil.inspect");
        book.Done(today.PlusDays(-190), "air-filter.clean");
    }

    private static MeterAmount Km(decimal kilometres) => MeterAmount.From(new Quantity(kilometres, Unit.Kilometre));

    private static Volume Litre(decimal litres) => DemoShed.Litres(litres);
}
