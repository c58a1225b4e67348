using System.Collections.Immutable;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Demo;

/// <summary>
/// Four invented viewings: hours that cannot be true, a seller who tells everything, a bike in boxes, and one without papers.
/// </summary>
internal static class DemoViewings
{
    /// <summary>Adds the viewings of the demo shed, as far as each is.</summary>
    public static void Fill(IViewingStore store, ContentLibrary content, Instant now)
    {
        Add(store, content, now - Duration.FromDays(2), ScreeDetails(Set(content, "motocross-four-stroke")), Scree());
        Add(store, content, now - Duration.FromDays(5), CausewayDetails(Set(content, "road-twin")), Causeway());
        Add(store, content, now - Duration.FromDays(9), SlateDetails(Set(content, "trials-single")), Slate());
        Add(
            store,
            content,
            now - Duration.FromDays(16),
            DrayDetails(Set(content, "step-through")),
            Dray(),
            "No papers, and none to be had: he bought it so himself."
        );
    }

    private static (string Id, Profile Profile) Set(ContentLibrary content, string id) =>
        (id, content.Sets.First(set => set.Id == id).Profile);

    private static ViewingDetails ScreeDetails((string Id, Profile Profile) set) =>
        new()
        {
            Set = set.Id,
            Profile = set.Profile with
            {
                Nickname = "Twelve-hour Scree",
                Make = "Fellhound",
                Model = "Scree 250",
                Year = 2014,
                DisplacementCc = 250,
                Title = TitleStatus.OffRoadOnly,
            },
            SoldAs = SoldAs.Runner,
            Meter = MeterAmount.Of(EngineHours.FromHours(12)),
            Asking = Money.Of(3_400),
            Where = "behind the sawmill, ask for the red door",
            Note = "\"12 hours from new, fresh top end, never raced.\"",
            HourlyRate = Money.Of(12),
            Budget = Money.Of(3_000),
            StatedValue = Money.Of(3_300),
            PapersDiscount = Money.Of(250),
        };

    private static List<ViewingAct> Scree() =>
        [
            new ClaimHeard("low-use", "Twelve hours from new. It stood in the dry."),
            new ClaimHeard("fresh-top-end", "Fresh piston last winter."),
            new ClaimHeard("starts-first-time", "Second kick, always."),
            .. Sound(
                "arrival.washed",
                "arrival.care",
                "arrival.lived",
                "arrival.puddle",
                "papers.title",
                "papers.frame-number",
                "papers.number-untouched",
                "standing.handlebar",
                "standing.fork-legs",
                "standing.frame-cracks",
                "standing.frame-straight",
                "standing.subframe",
                "standing.radiators",
                "standing.hoses",
                "standing.oil-seams",
                "off-the-ground.front-bearing",
                "off-the-ground.rear-bearing",
                "off-the-ground.swingarm",
                "off-the-ground.steering-head",
                "off-the-ground.fork-seals",
                "fluids.engine-level",
                "fluids.metal",
                "fluids.coolant",
                "cold-start.compression",
                "cold-start.turns"
            ),
            new PointGraded("arrival.engine-cold", Grade.Worn),
            new PointNoted("arrival.engine-cold", "Warm to the hand. He had \"just moved it\"."),
            new PointGraded("standing.pegs", Grade.Failed),
            new PointNoted("standing.pegs", "Teeth gone, both hinges droop."),
            new PointGraded("standing.grips", Grade.Bad),
            new PointGraded("standing.gaskets", Grade.Bad),
            new PointGraded("standing.exhaust", Grade.Worn),
            new PointGraded("off-the-ground.sprockets", Grade.Bad),
            new PointGraded("off-the-ground.linkage", Grade.Worn),
            new PointGraded("off-the-ground.rear-tread", Grade.Worn),
            new PointMeasured("off-the-ground.front-pads", [1.8m], "1.8"),
            new PointLeft("fluids.air-filter", LeftBecause.Refused),
            new PointMeasured("cold-start.kicks", [5], "5"),
        ];

    private static ViewingDetails CausewayDetails((string Id, Profile Profile) set) =>
        new()
        {
            Set = set.Id,
            Profile = set.Profile with
            {
                Nickname = "Courier's Causeway",
                Make = "Drumlin",
                Model = "Causeway 730",
                Year = 2012,
                DisplacementCc = 730,
                Title = TitleStatus.RoadTitle,
                FrameNumber = "DRC730-1144",
            },
            SoldAs = SoldAs.Runner,
            Meter = MeterAmount.From(new Quantity(61_400, Unit.Mile)),
            Asking = Money.Of(2_250),
            Where = "the courier yard by the quay",
            Note = "High miles, one rider, all of it written down.",
            NeedsPapers = true,
            HourlyRate = Money.Of(12),
            Budget = Money.Of(2_200),
            Lift = Money.Of(150),
            PapersDiscount = Money.Of(600),
        };

    private static List<ViewingAct> Causeway() =>
        [
            new ClaimHeard("always-serviced", "Every 6,000, here are the slips."),
            new ClaimHeard("papers-in-order", "Title in my name, both keys."),
            new ClaimHeard("valves-done", "Done at 48,000 by the yard."),
            new ClaimHeard("oil-just-changed", "Changed last week, for you."),
            new FaultAdmitted("off-the-ground.rear-tread", "The rear tyre has two weeks in it."),
            new FaultAdmitted("warm.cam-chain", "It ticks at the tensioner when it is warm."),
            new FaultAdmitted("standing.scratches", "I dropped it on the ferry."),
            Comparable(2_900, 2014, 38_000, "tidy, two owners"),
            Comparable(2_350, 2012, 52_000, "panniers"),
            Comparable(1_950, 2011, 70_500, "needs tyres"),
            Comparable(2_600, 2013, 44_000, null),
            Comparable(3_300, 2015, 29_000, "one owner"),
            Comparable(1_700, 2010, 66_000, "scratched"),
            Comparable(2_500, 2012, 41_500, "new chain"),
            new CreditCounted(Guid.CreateVersion7(), "panniers with rack", Money.Of(80), Money.Of(120), Money.Of(180)),
            .. Sound(
                "arrival.engine-cold",
                "arrival.washed",
                "arrival.care",
                "arrival.lived",
                "arrival.stood",
                "arrival.puddle",
                "papers.title",
                "papers.frame-number",
                "papers.number-untouched",
                "papers.keys",
                "papers.manual",
                "papers.receipts",
                "papers.oil-service",
                "papers.valve-check",
                "papers.brake-fluid",
                "papers.recalls",
                "papers.roadworthiness",
                "standing.handlebar",
                "standing.levers",
                "standing.fork-legs",
                "standing.panel-gaps",
                "standing.repaint",
                "standing.frame-cracks",
                "standing.frame-straight",
                "standing.subframe",
                "standing.radiators",
                "standing.exhaust",
                "standing.oil-seams",
                "standing.hoses",
                "standing.fasteners",
                "off-the-ground.front-bearing",
                "off-the-ground.front-cast",
                "off-the-ground.rear-cast",
                "off-the-ground.swingarm",
                "off-the-ground.linkage",
                "off-the-ground.fork-seals",
                "off-the-ground.shock",
                "off-the-ground.calipers",
                "fluids.engine-level",
                "fluids.engine-colour",
                "fluids.metal",
                "fluids.coolant",
                "fluids.brake-front",
                "fluids.tank",
                "fluids.fuel",
                "fluids.air-filter",
                "fluids.filter-dust",
                "electrics.lights",
                "electrics.horn",
                "electrics.kill-switch",
                "electrics.wiring",
                "electrics.codes",
                "electrics.codes-wiped",
                "cold-start.compression",
                "cold-start.turns",
                "cold-start.smoke",
                "cold-start.oil-light",
                "warm.idle",
                "warm.response",
                "warm.bottom-knock",
                "papers.not-stolen",
                "standing.brake-hoses",
                "standing.plastics",
                "off-the-ground.disc-grooves",
                "off-the-ground.front-tyre-cracks",
                "off-the-ground.chain",
                "off-the-ground.chain-slack"
            ),
            new PointGraded("standing.scratches", Grade.Worn),
            new PointGraded("standing.pegs", Grade.Slight),
            new PointGraded("standing.grips", Grade.Worn),
            new PointGraded("off-the-ground.rear-bearing", Grade.Slight),
            new PointGraded("off-the-ground.steering-head", Grade.Worn),
            new PointGraded("off-the-ground.rear-tread", Grade.Bad),
            new PointMeasured("off-the-ground.front-disc", [4.7m, 4.65m, 4.7m], "4.7, 4.65, 4.7"),
            new PointMeasured("off-the-ground.front-tyre-age", [3], "2322"),
            new PointMeasured("electrics.rest-lead", [12.7m], "12.7 V"),
            new PointMeasured("cold-start.cranking", [2], "2"),
            new PointMeasured("warm.charging-lead", [14.2m], "14.2"),
            new PointGraded("warm.cam-chain", Grade.Bad),
        ];

    private static ViewingDetails SlateDetails((string Id, Profile Profile) set) =>
        new()
        {
            Set = set.Id,
            Profile = set.Profile with
            {
                Nickname = "Slate in boxes",
                Make = "Carrick",
                Model = "Slate 200",
                Year = 2009,
                DisplacementCc = 200,
                Title = TitleStatus.Unknown,
            },
            SoldAs = SoldAs.Project,
            Asking = Money.Of(650),
            LastRunYear = 2017,
            Where = "a garage in the terrace above the lake",
            Note = "Frame, engine and five boxes.",
            WillRebuild = true,
            HourlyRate = Money.Of(0),
            Budget = Money.Of(600),
            StatedValue = Money.Of(1_900),
            PapersDiscount = Money.Of(300),
        };

    private static List<ViewingAct> Slate() =>
        [
            new ClaimHeard("stood-briefly", "Only since my knee."),
            .. Sound(
                "papers.frame-number",
                "papers.number-untouched",
                "standing.frame-cracks",
                "standing.frame-straight",
                "standing.fork-legs",
                "cold-start.turns"
            ),
            new PointGraded("arrival.stood", Grade.Failed),
            new PointGraded("papers.title", Grade.Failed),
            new PointGraded("cold-start.compression", Grade.Worn),
        ];

    private static ViewingDetails DrayDetails((string Id, Profile Profile) set) =>
        new()
        {
            Set = set.Id,
            Profile = set.Profile with
            {
                Nickname = "Dray without papers",
                Make = "Ossel",
                Model = "Dray 90",
                Year = 1994,
                DisplacementCc = 90,
                Title = TitleStatus.NoPapers,
            },
            SoldAs = SoldAs.Runner,
            Meter = MeterAmount.From(new Quantity(18_200, Unit.Kilometre)),
            Asking = Money.Of(480),
            Where = "the market, Saturday",
            NeedsPapers = true,
            HourlyRate = Money.Of(12),
            StatedValue = Money.Of(620),
            PapersDiscount = Money.Of(250),
        };

    private static List<ViewingAct> Dray() =>
        [
            new ClaimHeard("papers-in-order", "They are at my brother's."),
            .. Sound("arrival.engine-cold", "arrival.care", "standing.handlebar", "standing.frame-cracks", "cold-start.compression"),
            new PointGraded("papers.title", Grade.Failed),
        ];

    private static IEnumerable<ViewingAct> Sound(params string[] points) => points.Select(point => new PointGraded(point, Grade.Sound));

    private static ComparableNoted Comparable(int price, int year, int miles, string? note) =>
        new(Guid.CreateVersion7(), Money.Of(price), year, MeterAmount.From(new Quantity(miles, Unit.Mile)), note);

    /// <exception cref="InvalidOperationException">The demo names a point or claim that is not there, or that does not fit the
    /// bike.</exception>
    private static void Add(
        IViewingStore store,
        ContentLibrary content,
        Instant at,
        ViewingDetails details,
        List<ViewingAct> acts,
        string? notBought = null
    )
    {
        foreach (var act in acts)
        {
            var point = act switch
            {
                PointGraded graded => graded.Point,
                PointMeasured measured => measured.Point,
                PointLeft left => left.Point,
                FaultAdmitted admitted => admitted.Point,
                PointNoted noted => noted.Point,
                _ => null,
            };
            if (point is not null && !ViewingSnapshot.Fits(content.Viewing.ById[point].Applies, details))
                throw new InvalidOperationException($"{details.Profile.Nickname}: {point} does not fit.");
            if (act is ClaimHeard claim && content.Viewing.Claims.All(one => one.Id != claim.Claim))
                throw new InvalidOperationException($"{details.Profile.Nickname}: no claim {claim.Claim}.");
        }

        store.Add(
            new(
                Id: new(Guid.CreateVersion7()),
                Details: details,
                Status: notBought is null ? ViewingStatus.Open : ViewingStatus.NotBought,
                Version: 1,
                AddedAt: at,
                EndedAt: notBought is null ? null : at + Duration.FromHours(2),
                Ended: notBought,
                Bike: null,
                Events:
                [
                    .. acts.Select(
                        (act, tap) => new ViewingEvent(Guid.CreateVersion7(), at + Duration.FromSeconds(20 * tap), "phone", act)
                    ),
                ]
            )
        );
    }
}
