using System.Globalization;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Ledger;

public enum FigureForm
{
    Quantity,
    Text,
    Money,
    Minutes,
    Word,
}

/// <summary>One thing an entry says.</summary>
/// <param name="Name">The field's name, as a correction must give it.</param>
/// <param name="Form">How it is written; a word is one of a fixed choice and is shown in the reader's language.</param>
/// <param name="Editable">How it stands in the field when it is corrected; null where it cannot be corrected but only struck.</param>
public sealed record Figure(string Name, FigureForm Form, Shown? Quantity, string? Text, string? Editable);

/// <summary>
/// What each kind of entry says, figure by figure, and how a corrected figure is put back in. The one place that knows the fields of
/// every kind; the book and the correction form work from what it lists.
/// </summary>
public static class EntryFigures
{
    public static IReadOnlyList<Figure> Of(EntryBody body, Profile bike, OwnerSettings settings) =>
        body switch
        {
            MeterRead read => [Meter("reading", read.Display, bike), .. Optional("note", read.Note)],
            MeterEpochStarted start =>
            [
                Word("cause", Capabilities.Word(start.Cause)),
                Meter("display", start.Display, bike) with
                {
                    Editable = null,
                },
                Meter("lifetime", start.Lifetime, bike) with
                {
                    Editable = null,
                },
            ],
            RideDone ride =>
            [
                .. ride.Distance is { } far ? [Meter("distance", MeterAmount.Of(far), bike)] : Array.Empty<Figure>(),
                .. ride.Hours is { } hours ? [Meter("hours", MeterAmount.Of(hours), bike)] : Array.Empty<Figure>(),
                .. ride.Ground.Length > 0 ? [Text("ground", ride.Ground)] : Array.Empty<Figure>(),
                .. ride.Severities.Select(hard => Word("severity", Capabilities.Word(hard))),
                .. Optional("despite", ride.Despite),
            ],
            FuelBought fuel =>
            [
                Volume("volume", fuel.Volume, settings),
                .. fuel.Oil is { } oil ? [Volume("oil", oil, settings)] : Array.Empty<Figure>(),
                .. fuel.Price is { } price ? [Money("price", price)] : Array.Empty<Figure>(),
                .. fuel.MissedSome ? [Word("missed", "some before it not written down")] : Array.Empty<Figure>(),
            ],
            FluidFilled fill =>
            [
                Word("reservoir", Capabilities.Word(fill.Reservoir)),
                Volume("volume", fill.Volume, settings),
                Text("fluid", fill.Fluid),
            ],
            FluidToppedUp more =>
            [
                Word("reservoir", Capabilities.Word(more.Reservoir)),
                Volume("volume", more.Volume, settings),
                Text("fluid", more.Fluid),
            ],
            FluidDrained drain =>
            [
                Word("reservoir", Capabilities.Word(drain.Reservoir)),
                .. drain.Volume is { } volume ? [Volume("volume", volume, settings)] : Array.Empty<Figure>(),
                .. DrainWords(drain),
            ],
            LevelSeen level =>
            [
                Word("reservoir", Capabilities.Word(level.Reservoir)),
                Word("level", Capabilities.Word(level.Level)),
                .. level.UnderFull is { } under ? [Volume("under full", under, settings) with { Editable = null }] : Array.Empty<Figure>(),
            ],
            TaskDone done => [Word("task", done.Task), Word("evidence", Capabilities.Word(done.Evidence)), .. Optional("note", done.Note)],
            PartFitted part =>
            [
                Text("part", part.Part),
                .. part.Count > 1 ? [Word("count", $"{part.Count} of them")] : Array.Empty<Figure>(),
                .. part.State switch
                {
                    PartState.UsedAgain => [Word("state", "used again")],
                    PartState.SecondHand => [Word("state", "second-hand")],
                    _ => Array.Empty<Figure>(),
                },
                .. Optional("detail", part.Detail),
                .. Optional("number", part.Number),
                .. Optional("source", part.Source),
                .. part.Price is { } price ? [Money("price", price)] : Array.Empty<Figure>(),
                .. part.WarrantyUntil is { } until ? [Word("warranty", $"warranty until {until:d MMMM uuuu}")] : Array.Empty<Figure>(),
            ],
            PartRemoved part => [Text("part", part.Part), Text("why", part.Reason)],
            FindingOpened found =>
            [
                Text("title", found.Title),
                Word("severity", Capabilities.Word(found.Severity)),
                .. Optional("detail", found.Detail),
                .. found.CostGuess is { } guess ? [Money("costGuess", guess)] : Array.Empty<Figure>(),
            ],
            FindingClosed closed => [Text("how", closed.How)],
            WasteHeld waste => [Text("waste", waste.Waste) with { Editable = null }, Volume("volume", waste.Volume, settings)],
            WasteHandedIn waste =>
            [
                Text("waste", waste.Waste) with
                {
                    Editable = null,
                },
                Volume("volume", waste.Volume, settings),
                Text("where", waste.Where),
            ],
            CostPaid cost => [Text("for", cost.For), Money("amount", cost.Amount)],
            JobFinished job =>
            [
                Text("job", job.Title) with
                {
                    Editable = null,
                },
                new(
                    "minutes",
                    FigureForm.Minutes,
                    null,
                    job.Minutes.ToString(CultureInfo.InvariantCulture),
                    job.Minutes.ToString(CultureInfo.InvariantCulture)
                ),
                .. job.Skipped.Select(step => Text("skipped", $"{step.Title}: {step.Reason}") with { Editable = null }),
                .. Optional("leftover", job.Leftover),
                .. Optional("note", job.Note),
            ],
            LeftForNow left =>
            [
                Text("what", left.What) with
                {
                    Editable = null,
                },
                Word("way", left.Way == Core.Jobs.ForNow.InPlace ? "in place" : "away"),
                .. left.Where is { } where ? [Text("where", where)] : Array.Empty<Figure>(),
            ],
            ForNowUndone undone => [Text("what", undone.What) with { Editable = null }, .. Optional("how", undone.How)],
            TeardownKept sheet =>
            [
                Text("title", sheet.Title) with
                {
                    Editable = null,
                },
                Word("parts", $"{sheet.Parts.Sum(part => part.Count)} parts"),
                .. Optional("quirks", sheet.Quirks).Select(figure => figure with { Editable = null }),
            ],
            ModificationMade made =>
            [
                Text("part", made.Part) with
                {
                    Editable = null,
                },
                .. Optional("in place of", made.InPlaceOf).Select(figure => figure with { Editable = null }),
                .. made.Consequences.Select(one =>
                    Text("changes", $"{Capabilities.Word(one.Kind).Replace('-', ' ')}: {one.Words}") with
                    {
                        Editable = null,
                    }
                ),
            ],
            ModificationUndone undone => [Text("how", undone.How) with { Editable = null }],
            TemporaryRepairMade repair =>
            [
                Text("what", repair.What) with
                {
                    Editable = null,
                },
                .. repair.CureHours > 0 ? [Word("cures", $"cures {repair.CureHours} h")] : Array.Empty<Figure>(),
                Word("review", $"look again {repair.ReviewOn:uuuu-MM-dd}"),
            ],
            TemporaryRepairLooked look =>
            [
                Word("result", Capabilities.Word(look.Result)),
                Text("words", look.Words) with
                {
                    Editable = null,
                },
            ],
            LeakLooked look => look.Spots.IsEmpty
                ? [Text("seen", "all dry") with { Editable = null }]
                :
                [
                    .. look.Spots.Select(spot =>
                        Text(
                            "seen",
                            $"{Core.Fluids.LeakWatch.Words(spot.Place)}: "
                                + $"{Capabilities.Word(spot.Grade).Replace('-', ' ')}, {Capabilities.Word(spot.Fluid).Replace('-', ' ')}"
                        ) with
                        {
                            Editable = null,
                        }
                    ),
                ],
            TakenIn taken =>
            [
                Word(
                    "as",
                    taken.As switch
                    {
                        TakenInAs.Project => "as a project",
                        TakenInAs.NonRunner => "not running",
                        _ => "running",
                    }
                ),
            ],
            LastRan ran =>
            [
                Word(
                    "when",
                    ran.Earliest == ran.Latest
                        ? $"{ran.Latest:d MMMM uuuu}"
                        : $"between {ran.Earliest:d MMMM uuuu} and {ran.Latest:d MMMM uuuu}"
                ),
                Text("source", ran.Source),
            ],
            EngineRan ran => [Text("how", ran.How)],
            WordGiven word => [Word("gate", $"may be {Capabilities.Word(word.Gate)}"), Text("words", word.Words)],
            GateProven proven => [Word("gate", $"may be {Capabilities.Word(proven.Gate)}"), Text("by", proven.By) with { Editable = null }],
            PumpProven proven =>
            [
                Word("by", proven.By == PumpProofBy.OwnersWord ? "on your word" : "by measured fall"),
                .. Optional("words", proven.Words),
            ],
            LaidUp laidUp => Optional("why", laidUp.Why),
            WokenUp woken => Optional("how", woken.How),
            IntervalSet interval =>
            [
                Word("task", interval.Task),
                .. interval.Distance is { } distance ? [Meter("every", distance, bike) with { Editable = null }] : Array.Empty<Figure>(),
                .. interval.Hours is { } hours ? [Meter("hours", hours, bike) with { Editable = null }] : Array.Empty<Figure>(),
                .. interval.Months is { } months ? [Word("months", $"{months} months")] : Array.Empty<Figure>(),
                .. interval.AsShipped ? [Word("limits", "as shipped")] : Array.Empty<Figure>(),
            ],
            ServiceItemKept item => [Word("what", $"{item.Component}: {item.Title}")],
            ServiceItemRested rest =>
            [
                Word("task", rest.Task),
                .. rest.Until is { } until ? [Word("until", $"until {until:d MMMM uuuu}")] : Array.Empty<Figure>(),
                Text("why", rest.Why),
            ],
            ServiceItemResumed resumed => [Word("task", resumed.Task)],
            PaperHeld paper =>
            [
                Word("paper", paper.Paper),
                Word("until", $"until {paper.Until:d MMMM uuuu}"),
                .. Optional("note", paper.Note),
            ],
            NoteWritten note => [Text("text", note.Text)],
            PhotoTaken taken => Optional("about", taken.About.Length == 0 ? null : taken.About),
            MeasurementTaken measured =>
            [
                Text("what", measured.Title) with
                {
                    Editable = null,
                },
                Text(
                    "values",
                    $"{string.Join(", ", measured.Values.Select(value => value.ToString(CultureInfo.InvariantCulture)))} {measured.Unit}"
                ) with
                {
                    Editable = null,
                },
            ],
            WearLooked looked =>
            [
                Text("what", looked.Title) with
                {
                    Editable = null,
                },
                Word("grade", Capabilities.Word(looked.Grade)),
                .. Optional(
                        "places",
                        looked.Places.IsEmpty
                            ? null
                            : string.Join(", ", looked.Places.Select(place => $"{place.Place} {Capabilities.Word(place.Grade)}"))
                    )
                    .Select(field => field with { Editable = null }),
                .. Optional("note", looked.Note),
            ],
            ValvesChecked check =>
            [
                .. check.Valves.Select(valve => Text("valve", ValveWords(valve)) with { Editable = null }),
                .. Optional("note", check.Note),
            ],
            TripPlanned trip =>
            [
                Text("title", trip.Title) with
                {
                    Editable = null,
                },
                Meter("amount", trip.Amount, bike) with
                {
                    Editable = null,
                },
                Word("from", trip.Dropped ? "called off" : $"from {trip.From:d MMMM uuuu}"),
            ],
            _ => throw new InvalidOperationException($"No figures for {body.GetType().Name}."),
        };

    /// <summary>The same entry with some figures corrected; what cannot be is refused by its name.</summary>
    public static EntryBody Corrected(
        EntryBody body,
        IReadOnlyDictionary<string, string> figures,
        Profile bike,
        OwnerSettings settings,
        FieldCheck check
    )
    {
        var open = Of(body, bike, settings)
            .Where(figure => figure.Editable is not null)
            .ToDictionary(figure => figure.Name, figure => figure.Editable!);
        foreach (var name in figures.Keys.Where(name => !open.ContainsKey(name)))
            check.Refuse($"figures.{name}", "cannot be corrected in this entry");
        bool Given(string name) => figures.ContainsKey(name) && figures[name] != open.GetValueOrDefault(name);
        string Text(string name, string was) => Given(name) ? check.Text($"figures.{name}", figures[name], 500) : was;
        string? MaybeText(string name, string? was) => Given(name) ? check.OptionalText($"figures.{name}", figures[name], 500) : was;
        Volume Volume(string name, Volume was) => Given(name) ? check.Volume($"figures.{name}", figures[name], settings.Volume) : was;
        Money Money(string name, Money was) => Given(name) ? check.Money($"figures.{name}", figures[name]) : was;
        MeterAmount Meter(string name, MeterAmount was) =>
            Given(name)
                ? MeterAmount.From(
                    check.Quantity($"figures.{name}", figures[name], bike.UnitOf(was.Kind), ReadingHandlers.MostOf(was.Kind))
                )
                : was;
        int Minutes(string name, int was)
        {
            if (!Given(name))
                return was;
            return check.Minutes($"figures.{name}", figures[name], 10_000);
        }

        return body switch
        {
            MeterRead read => read with { Display = Meter("reading", read.Display), Note = MaybeText("note", read.Note) },
            RideDone ride => ride with
            {
                Distance = ride.Distance is { } far ? Distance.FromMetres(Meter("distance", MeterAmount.Of(far)).InBase) : null,
                Hours = ride.Hours is { } hours ? EngineHours.FromHours(Meter("hours", MeterAmount.Of(hours)).InBase) : null,
                Ground = MaybeText("ground", ride.Ground) ?? "",
                Despite = MaybeText("despite", ride.Despite),
            },
            FuelBought fuel => fuel with
            {
                Volume = Volume("volume", fuel.Volume),
                Oil = fuel.Oil is { } oil ? Volume("oil", oil) : null,
                Price = fuel.Price is { } price ? Money("price", price) : null,
            },
            FluidFilled fill => fill with { Volume = Volume("volume", fill.Volume), Fluid = Text("fluid", fill.Fluid) },
            FluidToppedUp more => more with { Volume = Volume("volume", more.Volume), Fluid = Text("fluid", more.Fluid) },
            FluidDrained drain => drain with { Volume = drain.Volume is { } volume ? Volume("volume", volume) : null },
            TaskDone done => done with { Note = MaybeText("note", done.Note) },
            PartFitted part => part with
            {
                Part = Text("part", part.Part),
                Detail = MaybeText("detail", part.Detail),
                Number = MaybeText("number", part.Number),
                Source = MaybeText("source", part.Source),
                Price = part.Price is { } price ? Money("price", price) : null,
            },
            PartRemoved part => part with { Part = Text("part", part.Part), Reason = Text("why", part.Reason) },
            FindingOpened found => found with
            {
                Title = Text("title", found.Title),
                Detail = MaybeText("detail", found.Detail),
                CostGuess = found.CostGuess is { } guess ? Money("costGuess", guess) : null,
            },
            FindingClosed closed => closed with { How = Text("how", closed.How) },
            WasteHeld waste => waste with { Volume = Volume("volume", waste.Volume) },
            WasteHandedIn waste => waste with { Volume = Volume("volume", waste.Volume), Where = Text("where", waste.Where) },
            CostPaid cost => cost with { For = Text("for", cost.For), Amount = Money("amount", cost.Amount) },
            JobFinished job => job with
            {
                Minutes = Minutes("minutes", job.Minutes),
                Leftover = MaybeText("leftover", job.Leftover),
                Note = MaybeText("note", job.Note),
            },
            ForNowUndone undone => undone with { How = MaybeText("how", undone.How) },
            LastRan ran => ran with { Source = Text("source", ran.Source) },
            EngineRan ran => ran with { How = Text("how", ran.How) },
            WordGiven word => word with { Words = Text("words", word.Words) },
            PumpProven proven => proven with { Words = MaybeText("words", proven.Words) },
            LaidUp laidUp => laidUp with { Why = MaybeText("why", laidUp.Why) },
            WokenUp woken => woken with { How = MaybeText("how", woken.How) },
            PaperHeld paper => paper with { Note = MaybeText("note", paper.Note) },
            PhotoTaken taken => taken with { About = MaybeText("about", taken.About) ?? "" },
            NoteWritten note => note with { Text = Text("text", note.Text) },
            WearLooked looked => looked with { Note = MaybeText("note", looked.Note) },
            ValvesChecked valves => valves with { Note = MaybeText("note", valves.Note) },
            _ => body,
        };
    }

    private static Figure Meter(string name, MeterAmount amount, Profile bike)
    {
        var shown = Shown.Of(amount, bike);
        return new(name, FigureForm.Quantity, shown, null, Editable(shown));
    }

    private static Figure Volume(string name, Volume volume, OwnerSettings settings)
    {
        var shown = Shown.Of(volume, settings);
        return new(name, FigureForm.Quantity, shown, null, Editable(shown));
    }

    private static Figure Money(string name, Money money) => new(name, FigureForm.Money, null, money.ToString(), money.ToString());

    private static Figure Text(string name, string text) => new(name, FigureForm.Text, null, text, text);

    private static Figure Word(string name, string word) => new(name, FigureForm.Word, null, word, null);

    private static Figure[] Optional(string name, string? text) => text is null ? [] : [Text(name, text)];

    /// <summary>"cylinder 1, intake 2: 0.12 mm, shim 2.85 to 2.80, left 0.17 mm".</summary>
    private static string ValveWords(ValveReading valve)
    {
        var place = new Core.Wear.ValvePlace(valve.Cylinder, valve.Side, valve.Number);
        string Figure(decimal value) => value.ToString("0.00#", CultureInfo.InvariantCulture);
        return $"{place.Name(2)}: {Figure(valve.Clearance)} mm"
            + (valve is { Shim: { } was, Fitted: { } put } ? $", shim {Figure(was)} to {Figure(put)}" : "")
            + (valve.Left is { } left ? $", left {Figure(left)} mm" : "");
    }

    private static IEnumerable<Figure> DrainWords(FluidDrained drain)
    {
        var (colour, magnet, debris, fuel) = drain.Reading;
        if (colour != Core.Fluids.DrainColour.NotSeen)
            yield return Word("colour", Capabilities.Word(colour));
        if (magnet != Core.Fluids.MagnetReading.NotSeen)
            yield return Word("magnet", Capabilities.Word(magnet));
        if (debris is not (Core.Fluids.DrainDebris.NotSeen or Core.Fluids.DrainDebris.None))
            yield return Word("debris", Capabilities.Word(debris));
        if (fuel)
            yield return Word("smell", "fuel");
    }

    private static string Editable(Shown shown) => shown.Editable();
}
