using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Exchange;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Papers;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Waste;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.Web.Tests.Exchange;

/// <summary>
/// Any shed that could be: every kind of bike, every kind of line, corrections of corrections, odd words, any order of writing.
/// </summary>
internal static class AnyShed
{
    private static readonly Gen<string> Words = Gen.OneOf(
        Gen.Const("after rain"),
        Gen.Const("quotes \" and \\ and \u00e9\u4e2d\U0001F527"),
        Gen.Const("line\nbreak\ttab"),
        Gen.String[Gen.Char[' ', '~'], 1, 60].Where(text => text.Trim().Length > 0)
    );
    private static readonly Gen<Guid> Ids = Gen.Guid.Select(_ => Guid.CreateVersion7());
    private static readonly Gen<Volume> Volumes = Gen.Int[0, 99_999].Select(millilitres => Volume.FromLitres(millilitres / 1000m));
    private static readonly Gen<Money> Amounts = Gen.Int[0, 9_999_999].Select(cents => Money.Of(cents / 100m));
    private static readonly Gen<ReservoirId> AnyReservoir = Gen.Enum<ReservoirId>();
    private static readonly Gen<MeterAmount> Meter = Gen.Select(Gen.Enum<MeterKind>(), Gen.Int[0, 9_999_999])
        .Select((kind, tenths) => MeterAmount.Of(kind, tenths / 10m));
    private static readonly Gen<Provenance> Sources = Gen.Select(Gen.Enum<ProvenanceKind>(), Words)
        .Select((kind, words) => new Provenance(kind, words));
    private static readonly Gen<Instant> Moments = Gen.Long[0, 1_800_000_000_000L].Select(Instant.FromUnixTimeMilliseconds);

    /// <summary>One of each kind; the list is checked against the kinds there are.</summary>
    public static readonly ImmutableArray<Gen<EntryBody>> Bodies =
    [
        Body(Gen.Select(Meter, Words), (meter, words) => new MeterRead(meter, words)),
        Body(Gen.Select(Meter, Gen.Enum<EpochCause>()), (meter, cause) => new MeterEpochStarted(meter, meter, cause)),
        Body(
            Gen.Select(Gen.Int[0, 900_000], Gen.Int[0, 90]),
            (metres, tenths) =>
                new RideDone(Distance.FromMetres(metres), EngineHours.FromHours(tenths / 10m), "moor")
                {
                    Severities = tenths % 2 == 0 ? [Severity.Grit, Severity.Raced] : [],
                    Despite = tenths % 3 == 0 ? "to the garage" : null,
                }
        ),
        Body(
            Gen.Select(Volumes, Amounts, Gen.Bool),
            (volume, price, brim) => new FuelBought(volume, brim ? price : null, brim) { Oil = brim ? null : volume, MissedSome = brim }
        ),
        Body(
            Gen.Select(AnyReservoir, Volumes, Gen.Bool),
            (reservoir, volume, temporary) => new FluidFilled(reservoir, volume, "10W-40", temporary)
        ),
        Body(Gen.Select(AnyReservoir, Volumes), (reservoir, volume) => new FluidToppedUp(reservoir, volume, "DOT 4")),
        Body(
            Gen.Select(AnyReservoir, Volumes, Gen.Enum<DrainColour>(), Gen.Enum<MagnetReading>()),
            (reservoir, volume, colour, magnet) =>
                new FluidDrained(reservoir, magnet == MagnetReading.Clean ? null : volume, new(colour, magnet, DrainDebris.None, true))
        ),
        Body(Gen.Select(AnyReservoir, Gen.Enum<Level>()), (reservoir, level) => new LevelSeen(reservoir, level)),
        Body(
            Gen.Select(
                Gen.OneOf(Gen.Const("engine-oil.replace"), Gen.Const("chain.clean"), Gen.Const("no-such.task")),
                Gen.Enum<Evidence>(),
                Words
            ),
            (task, evidence, note) => new TaskDone(task, evidence, note)
        ),
        Body(
            Gen.Select(Words, Gen.Int[1, 99], Gen.Enum<PartState>()),
            (part, count, state) =>
                new PartFitted(part, count)
                {
                    State = state,
                    Number = "OC-12",
                    Source = part,
                    Price = Core.Units.Money.Of(count),
                    WarrantyUntil = new(2028, 4, 18),
                }
        ),
        Body(Gen.Select(Words, Gen.Int[1, 99]), (part, count) => new PartRemoved(part, count, "worn")),
        Body(
            Gen.Select(Words, Gen.Enum<FindingSeverity>(), Amounts),
            (title, severity, cost) => new FindingOpened(title, severity, null, cost, severity == FindingSeverity.Stop ? Gate.Ridden : null)
        ),
        Body(Gen.Select(Ids, Words), (finding, how) => new FindingClosed(new(finding), how)),
        Body(Gen.Select(Ids, Gen.Int[0, 900]), (finding, cap) => new BudgetSet(Money.Of(cap), [new(finding)])),
        Body(Gen.Select(Ids, Words), (finding, how) => new CureTried(new(finding), how.Length % 2 == 0, how)),
        Body(Gen.Select(Words, Volumes), (waste, volume) => new WasteHeld(waste, volume)),
        Body(Gen.Select(Words, Volumes), (waste, volume) => new WasteHandedIn(waste, volume, "the yard")),
        Body(Gen.Select(Words, Amounts), (what, amount) => new CostPaid(what, amount)),
        Body(
            Gen.Select(Words, Gen.Int[0, 10_000]),
            (title, minutes) => new JobFinished("engine-oil", title, minutes, [new(title, "no time")], null, null)
        ),
        Body(Gen.Select(Words, Gen.Bool), (words, _) => new NoteWritten(words)),
        Body(
            Gen.Select(Words, Gen.Int[0, 9_999].Array[1, 4]),
            (title, values) => new MeasurementTaken("a.point", title, [.. values.Select(value => value / 100m)], "mm")
        ),
        Body(
            Gen.Select(Words, Gen.Enum<Core.Limits.Grade>()),
            (words, grade) => new WearLooked("front-pads", words, grade, grade > Core.Limits.Grade.Slight ? words : null)
        ),
        Body(
            Gen.Select(Gen.Int[0, 400], Gen.Int[1200, 3500], Gen.Enum<ValveSide>(), Gen.Int[1, 4]),
            (clearance, shim, side, cylinder) =>
                new ValvesChecked([new(cylinder, side, 1, clearance / 1000m, shim / 1000m, (shim + 50) / 1000m)])
        ),
        Body(
            Gen.Select(Words, Meter, Ids, Gen.Int[1, 30]),
            (words, amount, trip, days) => new TripPlanned(trip, words, amount, new LocalDate(2026, 5, 1), days, 1.5m, days > 3)
        ),
        Body(
            Gen.Select(Words, Gen.Enum<Core.Jobs.ForNow>()),
            (what, way) =>
                new LeftForNow("rag", what, way)
                {
                    Shuts = what.Length % 2 == 0 ? Core.Bikes.Gate.Run : null,
                    Where = way == Core.Jobs.ForNow.Away ? what : null,
                }
        ),
        Body(Gen.Select(Words, Gen.Bool), (what, _) => new ForNowUndone("rag", what)),
        Body(
            Gen.Select(Words, Gen.Int[1, 9]),
            (part, count) =>
                new TeardownKept("strip-down", ["tank-off"], [new(part, count, null, null) { Marks = count > 4 ? part : null }], [], part)
        ),
        Body(
            Gen.Select(Words, Gen.Enum<Core.Parts.ConsequenceKind>()),
            (words, kind) => new ModificationMade("pipe", null, [new(kind, words)])
        ),
        Body(Gen.Select(Ids, Words), (made, how) => new ModificationUndone(new(made), how)),
        Body(
            Gen.Select(Ids, Words, Gen.Enum<RepairResult>()),
            (made, words, result) =>
                new TemporaryRepairLooked(new(made), result, words, result == RepairResult.HoldsOn ? new LocalDate(2026, 9, 1) : null)
        ),
        Body(
            Gen.Select(Words, Gen.Int[0, 99]),
            (what, hours) => new TemporaryRepairMade(what, hours, new(2026, 8, 1)) { Place = hours > 50 ? "seat-off" : null }
        ),
        Body(
            Gen.Select(Gen.Enum<Core.Fluids.LeakPlace>(), Gen.Enum<Core.Fluids.LeakGrade>()),
            (place, grade) => new LeakLooked([new(place, grade, Core.Fluids.LeakFluid.Coolant)])
        ),
        Body(Gen.Select(Ids, Words), (photo, words) => new PhotoTaken(photo, words)),
        Body(Gen.Select(Words, Gen.Bool), (words, said) => new LaidUp(said ? words : null)),
        Body(Gen.Select(Words, Gen.Bool), (words, said) => new WokenUp(said ? words : null)),
        Body(
            Gen.Select(Meter, Gen.Int[1, 240], Sources),
            (meter, months, source) =>
                new IntervalSet(
                    "engine-oil.replace",
                    meter.Kind == MeterKind.Odometer ? meter : null,
                    meter.Kind == MeterKind.HourMeter ? meter : null,
                    months,
                    source
                )
        ),
        Body(
            Gen.Select(Words, Gen.Enum<Core.Servicing.BikePart>(), Gen.Bool),
            (words, part, every) => new ServiceItemKept("own-1.do", words, words, part, every) { AfterRides = [Severity.Mud] }
        ),
        Body(
            Gen.Select(Words, Gen.Int[1, 4_000], Gen.Bool),
            (words, days, ends) => new ServiceItemRested("coolant.replace", ends ? new LocalDate(2026, 4, 18).PlusDays(days) : null, words)
        ),
        Body(Gen.Select(Gen.Bool, Words), (_, _) => new ServiceItemResumed("coolant.replace")),
        Body(Gen.Select(Gen.Enum<TakenInAs>(), Words), (how, _) => new TakenIn(how)),
        Body(
            Gen.Select(Gen.Int[0, 400], Words),
            (days, words) => new LastRan(new LocalDate(2007, 1, 1), new LocalDate(2007, 1, 1).PlusDays(days), words)
        ),
        Body(Gen.Select(Gen.Bool, Words), (_, words) => new EngineRan(words)),
        Body(Gen.Select(Gen.Enum<Gate>(), Words), (gate, words) => new WordGiven(gate, words)),
        Body(Gen.Select(Gen.Enum<Gate>(), Words), (gate, words) => new GateProven(gate, words)),
        Body(Gen.Select(Gen.Enum<PumpProofBy>(), Words), (by, words) => new PumpProven(by, by == PumpProofBy.OwnersWord ? words : null)),
        Body(
            Gen.Select(Gen.Int[-4_000, 4_000], Words),
            (days, note) => new PaperHeld("registration", new LocalDate(2026, 4, 18).PlusDays(days), note)
        ),
    ];

    public static Gen<ShedCopy> Of(ContentLibrary content) =>
        Gen.Select(Bike(content).Array[1, 3], Moments, Gen.Bool)
            .Select(
                (bikes, at, settings) =>
                    new ShedCopy(
                        ShedCopy.FormatName,
                        CoreJson.Version,
                        at,
                        settings ? new("ml", "lb-ft", "EUR") : null,
                        [.. bikes.OrderBy(bike => bike.AddedAt).ThenBy(bike => bike.Id)]
                    )
                    {
                        Photos =
                        [
                            .. bikes
                                .SelectMany(bike => bike.Entries)
                                .Where(entry => entry.Body is PhotoTaken)
                                .Select(entry => new PhotoCopy(((PhotoTaken)entry.Body).Photo, entry.WrittenAt, Picture))
                                .OrderBy(photo => photo.AddedAt)
                                .ThenBy(photo => photo.Id),
                        ],
                    }
            );

    private static readonly byte[] Picture = Photos.Shots.Plain(40, 30);

    private static Gen<BikeCopy> Bike(ContentLibrary content) =>
        Gen.Select(Gen.Int[0, content.Sets.Length - 1], Ids, Moments, Gen.Select(Words, Gen.Int[1950, 2026]), Lines)
            .Select(
                (set, id, added, name, lines) =>
                {
                    var profile = content.Sets[set].Profile with
                    {
                        Nickname = name.Item1.Trim() is { Length: > 40 } long_
                            ? long_[..40]
                            : name.Item1.Trim().Replace('\n', ' ').Replace('\t', ' '),
                        Make = "Fallow",
                        Model = "Tarn",
                        Year = name.Item2,
                    };
                    return new BikeCopy(id, added, profile, lines.Entries, lines.Strikes, []);
                }
            );

    private static Gen<(ImmutableArray<EntryCopy> Entries, ImmutableArray<StrikeCopy> Strikes)> Lines =>
        Gen.Select(Gen.OneOf([.. Bodies]).Array[0, 40], Gen.Int[0, 20].Array[60], Gen.Int[0, 13_000].Array[60], Moments.Array[60], Words)
            .Select(
                (bodies, picks, days, moments, words) =>
                {
                    var entries = bodies
                        .Select(
                            (body, at) =>
                                new EntryCopy(
                                    Guid.CreateVersion7(),
                                    new LocalDate(1990, 6, 1).PlusDays(days[at]),
                                    moments[at],
                                    words,
                                    body,
                                    null,
                                    null,
                                    null
                                )
                        )
                        .ToList();
                    // Some correct an earlier one, which may be a correction itself; each corrected one is struck, and some are struck
                    // alone.
                    for (var at = 1; at < entries.Count; at++)
                        if (picks[at] < 5)
                            entries[at] = entries[at] with { Corrects = entries[at - 1].Id, Reason = words };
                    var struck = entries.Where(
                        (entry, at) => at + 1 < entries.Count && (entries[at + 1].Corrects == entry.Id || picks[at] == 7)
                    );
                    return (
                        entries.OrderBy(entry => entry.WrittenAt).ThenBy(entry => entry.Id).ToImmutableArray(),
                        struck
                            .Select(entry => new StrikeCopy(entry.Id, entry.WrittenAt, "tablet", words))
                            .OrderBy(strike => strike.At)
                            .ThenBy(strike => strike.Entry)
                            .ToImmutableArray()
                    );
                }
            );

    private static Gen<EntryBody> Body<A, B>(Gen<(A, B)> gen, Func<A, B, EntryBody> make) =>
        gen.Select(made => make(made.Item1, made.Item2));

    private static Gen<EntryBody> Body<A, B, C>(Gen<(A, B, C)> gen, Func<A, B, C, EntryBody> make) =>
        gen.Select(made => make(made.Item1, made.Item2, made.Item3));

    private static Gen<EntryBody> Body<A, B, C, D>(Gen<(A, B, C, D)> gen, Func<A, B, C, D, EntryBody> make) =>
        gen.Select(made => make(made.Item1, made.Item2, made.Item3, made.Item4));
}
