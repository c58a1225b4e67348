using System.Collections.Immutable;
using System.ComponentModel;
using System.Text.Json.Serialization;
using MuddyLedger.App.Findings;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Jobs;

/// <summary>A job to be begun on a bike.</summary>
/// <param name="Id">The act's own id, a UUID v7, and the run's from then on. Sent twice, it is begun once.</param>
/// <param name="Jobs">One job, or several to be joined into one run, in the order wanted.</param>
/// <param name="Task">A service task for which it is begun: choices stand as it calls for, beside what is due.</param>
public sealed record StartRequest(Guid Id, IReadOnlyList<string?>? Jobs, string? Task = null);

/// <summary>What can be tapped on the bench.</summary>
public enum RunActKind
{
    StepDone,
    StepNotSound,
    StepSkipped,
    StepReopened,
    TimerStarted,
    TimerStopped,
    FindingNoted,
    FindingSettled,
    TrayPut,
    TrayMarked,
    TrayTaken,
    StepNoted,
    LookTaken,
}

/// <summary>One tap on the bench. Which fields are needed follows from the act.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it counts once.</param>
/// <param name="Act">What was tapped.</param>
/// <param name="Step">The step that it was tapped at; for all acts but those of tray and findings.</param>
/// <param name="Record">What was written down with "done" or "not sound".</param>
/// <param name="Reason">Why it is skipped or not sound, or how a finding was settled.</param>
/// <param name="Finding">What was found.</param>
/// <param name="Tray">What was put on the tray, or marked.</param>
/// <param name="Item">The tray's item, or the finding's key.</param>
/// <param name="Text">A note.</param>
/// <param name="Spots">What was wet at a look; empty where all was dry.</param>
public sealed record ActRequest(
    Guid Id,
    RunActKind Act,
    string? Step = null,
    RecordRequest? Record = null,
    string? Reason = null,
    FindingRequest? Finding = null,
    TrayRequest? Tray = null,
    [property: Description("The tray's item, or the finding's key.")] string? Item = null,
    string? Text = null,
    IReadOnlyList<SpotRequest>? Spots = null
);

/// <summary>A wet spot.</summary>
/// <param name="Place">Where.</param>
/// <param name="Grade">How wet.</param>
/// <param name="Fluid">Of what.</param>
public sealed record SpotRequest(LeakPlace Place, LeakGrade Grade, LeakFluid Fluid);

/// <summary>What is written down at a step; which fields are needed follows from its kind.</summary>
/// <param name="Odometer">As typed, in any unit.</param>
/// <param name="Hours">As typed.</param>
/// <param name="Volume">What came out, went in or was added, as typed.</param>
/// <param name="Fluid">What was poured.</param>
/// <param name="Drain">What came out.</param>
/// <param name="Level">As it was read.</param>
/// <param name="Option">The choice taken, by its id.</param>
/// <param name="Values">What was measured, one for each place, as typed; a number alone is in the step's unit.</param>
/// <param name="Photo">A picture that is in the bike's book already.</param>
/// <param name="Where">Where a thing that the step takes away is kept.</param>
/// <param name="Parts">Where not simply all that the step fits went on, new.</param>
/// <param name="Instrument">What sent the values, where they were not typed.</param>
public sealed record RecordRequest(
    string? Odometer = null,
    string? Hours = null,
    string? Volume = null,
    string? Fluid = null,
    DrainRequest? Drain = null,
    Level? Level = null,
    string? Option = null,
    IReadOnlyList<string?>? Values = null,
    Guid? Photo = null,
    string? Where = null,
    IReadOnlyList<PartRequest?>? Parts = null,
    string? Instrument = null
);

/// <summary>What went on of a part that the step fits.</summary>
/// <param name="Part">As the step names it.</param>
/// <param name="Fitted">New or second-hand, 0 to 99.</param>
/// <param name="UsedAgain">Put back as it came off, 0 to 99.</param>
/// <param name="SecondHand">From another bike, or bought used.</param>
/// <param name="Number">What it is ordered by.</param>
/// <param name="Source">Where it came from.</param>
/// <param name="Price">Of all of them, as typed.</param>
/// <param name="WarrantyUntil">The last day, as 2028-04-18.</param>
public sealed record PartRequest(
    string? Part,
    int Fitted,
    int UsedAgain,
    bool SecondHand = false,
    string? Number = null,
    string? Source = null,
    string? Price = null,
    string? WarrantyUntil = null
);

/// <summary>What a drained fluid looked like.</summary>
/// <param name="Colour">Of the fluid.</param>
/// <param name="Magnet">What the drain plug's magnet held.</param>
/// <param name="Debris">What else lay in it.</param>
/// <param name="SmellsOfFuel">Held to the nose.</param>
public sealed record DrainRequest(DrainColour Colour, MagnetReading Magnet, DrainDebris Debris, bool SmellsOfFuel);

/// <summary>Something wrong that was found at the bench.</summary>
/// <param name="Title">In a few words.</param>
/// <param name="Severity">From a note to a stop.</param>
/// <param name="Detail">What else is to be said.</param>
/// <param name="CostGuess">Money as typed.</param>
/// <param name="Gate">What it shuts; only of a stop, which else shuts riding.</param>
/// <param name="Under">Under what conditions it shows; left out where it shows at any time.</param>
public sealed record FindingRequest(
    string? Title,
    FindingSeverity Severity,
    string? Detail = null,
    string? CostGuess = null,
    Gate? Gate = null,
    string? Under = null
);

/// <summary>A part put on the tray, or what is marked on it.</summary>
/// <param name="Part">What it is.</param>
/// <param name="Count">1 to 99.</param>
/// <param name="Where">Where it came off.</param>
/// <param name="Size">Of its head or thread.</param>
/// <param name="Marks">How it sat: spacer order, dot to line, which way round.</param>
/// <param name="Photo">A picture that is in the bike's book already.</param>
public sealed record TrayRequest(
    string? Part,
    int Count,
    string? Where = null,
    string? Size = null,
    string? Marks = null,
    Guid? Photo = null
);

/// <summary>Money paid.</summary>
/// <param name="For">What for.</param>
/// <param name="Amount">As typed.</param>
public sealed record CostRequest(string? For, string? Amount);

/// <summary>A run signed off.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Minutes">As typed: "80", "1 h 20".</param>
/// <param name="Costs">What was paid beside the prices of parts.</param>
/// <param name="Leftover">What is left over and why; asked for where parts lie on the tray.</param>
/// <param name="Note">In the owner's words.</param>
/// <param name="Cured">Open findings of the bike that the job has cured, each with the proof.</param>
/// <param name="Job">The one job of a joined run that is signed off while the others go on; left out, the whole run.</param>
public sealed record FinishRequest(
    Guid Id,
    string? Minutes,
    IReadOnlyList<CostRequest?> Costs,
    string? Leftover,
    string? Note,
    IReadOnlyList<CuredRequest?>? Cured = null,
    string? Job = null
);

/// <summary>A finding of the book that a job has cured.</summary>
/// <param name="Finding">The line that opened it.</param>
/// <param name="How">What proved it, and under which conditions: "no spot after 40 km, 25 °C".</param>
public sealed record CuredRequest(Guid Finding, string? How);

/// <summary>Undoes a finish, or sets a run aside.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Reason">In the owner's words.</param>
public sealed record EndRequest(Guid Id, string? Reason);

/// <summary>Turns what was tapped and typed into what it means, or refuses it field by field.</summary>
public static class RunReading
{
    private const int MostCosts = 20;
    private const int MostValues = 20;
    private const int MostParts = 99;
    private const decimal MostMeasured = 1_000_000;

    /// <summary>What was tapped; null where it cannot be read, and the check then says why.</summary>
    public static RunAct? Act(ActRequest body, JobPlan plan, OwnerSettings settings, FieldCheck check) =>
        body.Act switch
        {
            RunActKind.StepDone => new StepDone(
                Step(body, check),
                Record(body.Record, plan, plan.Step(body.Step ?? "")?.Step, settings, check)
            ),
            RunActKind.StepNotSound => new StepNotSound(Step(body, check), Finding(body.Finding, check)),
            RunActKind.StepSkipped => new StepSkipped(Step(body, check), check.Text("reason", body.Reason, 300)),
            RunActKind.StepReopened => new StepReopened(Step(body, check)),
            RunActKind.TimerStarted => new TimerStarted(Step(body, check), 0), // the minutes come from the plan, not from the page
            RunActKind.TimerStopped => new TimerStopped(Step(body, check)),
            RunActKind.FindingNoted => new FindingNoted(body.Step, Finding(body.Finding, check)),
            RunActKind.FindingSettled => new FindingSettled(check.Text("item", body.Item, 120), check.Text("text", body.Text, 300)),
            RunActKind.TrayPut => Put(body, check),
            RunActKind.TrayMarked => new TrayMarked(
                check.Text("item", body.Item, 120),
                check.OptionalText("tray.where", body.Tray?.Where, 80),
                check.OptionalText("tray.size", body.Tray?.Size, 40),
                check.OptionalText("tray.marks", body.Tray?.Marks, 200),
                body.Tray?.Photo
            ),
            RunActKind.TrayTaken => new TrayTaken(check.Text("item", body.Item, 120)),
            RunActKind.StepNoted => new StepNoted(Step(body, check), check.OptionalText("text", body.Text, 1000) ?? ""),
            RunActKind.LookTaken => new LookTaken(Step(body, check), Spots(body.Spots, check)),
            _ => null,
        };

    private static ImmutableArray<LeakSpot> Spots(IReadOnlyList<SpotRequest>? spots, FieldCheck check)
    {
        var seen = spots ?? [];
        if (seen.Any(spot => spot is null))
            check.Refuse("spots", "has an empty line");
        else if (seen.Select(spot => spot.Place).Distinct().Count() < seen.Count)
            check.Refuse("spots", "name a place twice: say the worst of it once");
        return
        [
            .. seen.Where(spot => spot is { Grade: > LeakGrade.None }).Select(spot => new LeakSpot(spot.Place, spot.Grade, spot.Fluid)),
        ];
    }

    /// <summary>What was typed at the sign-off; what cannot be read is said by the check.</summary>
    public static SignOff SignOff(FinishRequest body, BikeLedger ledger, FieldCheck check)
    {
        if (body.Costs.Count > MostCosts)
            check.Refuse("costs", $"are more than {MostCosts}");
        var open = OpenFindings.Of(ledger).ToDictionary(one => one.Entry.Id, one => one.Body.Title);
        var cured = (body.Cured ?? [])
            .Take(MostCosts)
            .Select(
                (one, at) =>
                {
                    var id = new EntryId(one?.Finding ?? Guid.Empty);
                    if (!open.ContainsKey(id))
                        check.Refuse($"cured.{at}.finding", "is no open finding of this bike");
                    return new FindingClosed(id, check.Text($"cured.{at}.how", one?.How, 300));
                }
            )
            .ToImmutableArray();
        return new(
            check.Minutes("minutes", body.Minutes, 10_000),
            [
                .. body
                    .Costs.Take(MostCosts)
                    .Select(
                        (cost, at) =>
                            new CostPaid(check.Text($"costs.{at}.for", cost?.For, 80), check.Money($"costs.{at}.amount", cost?.Amount))
                    ),
            ],
            check.OptionalText("leftover", body.Leftover, 300),
            check.OptionalText("note", body.Note, 1000)
        )
        {
            Cured = cured,
        };
    }

    private static string Step(ActRequest body, FieldCheck check) => check.Text("step", body.Step, 120);

    private static TrayPut Put(ActRequest body, FieldCheck check)
    {
        var tray = body.Tray;
        if (tray is null)
            check.Refuse("tray", "is missing");
        if (tray?.Count is < 1 or > 99)
            check.Refuse("tray.count", "must lie between 1 and 99");
        return new(
            body.Id.ToString(),
            check.Text("tray.part", tray?.Part, 60),
            tray?.Count ?? 1,
            check.OptionalText("tray.where", tray?.Where, 80),
            check.OptionalText("tray.size", tray?.Size, 40)
        );
    }

    private static FindingOpened Finding(FindingRequest? finding, FieldCheck check)
    {
        if (finding is null)
            check.Refuse("finding", "is missing");
        return FindingOpened.Seen(
            check.Text("finding.title", finding?.Title, 80),
            finding?.Severity ?? FindingSeverity.Note,
            check.OptionalText("finding.detail", finding?.Detail, 500),
            check.OptionalMoney("finding.costGuess", finding?.CostGuess),
            finding?.Gate
        ) with
        {
            Under = check.OptionalText("finding.under", finding?.Under, FindingText.LongestUnder),
        };
    }

    private static StepRecord Record(RecordRequest? record, JobPlan plan, Step? step, OwnerSettings settings, FieldCheck check)
    {
        if (record is null)
            return StepRecord.Nothing;
        var bike = plan.Bike;
        return new()
        {
            Meters =
            [
                .. Meter(MeterKind.Odometer, "record.odometer", record.Odometer, bike, check),
                .. Meter(MeterKind.HourMeter, "record.hours", record.Hours, bike, check),
            ],
            Volume = check.OptionalVolume("record.volume", record.Volume, settings.Volume),
            Fluid = check.OptionalText("record.fluid", record.Fluid, 80),
            Drain = record.Drain is { } drain ? new(drain.Colour, drain.Magnet, drain.Debris, drain.SmellsOfFuel) : null,
            Level = record.Level,
            Option = check.OptionalText("record.option", record.Option, 120),
            Values =
                step?.Measure is { } asked && record.Values is { } values
                    ?
                    [
                        .. values
                            .Take(MostValues)
                            .Select(
                                (text, at) => check.Quantity($"record.values.{at}", text, asked.Unit, MostMeasured).In(asked.Unit).Value
                            ),
                    ]
                    : [],
            Instrument = check.OptionalText("record.instrument", record.Instrument, 40),
            Photo = record.Photo,
            Where = check.OptionalText("record.where", record.Where, 80),
            Parts = [.. (record.Parts ?? []).Take(MostValues).Select((part, at) => Part(part, step, $"record.parts.{at}", check))],
        };
    }

    private static PartRecord Part(PartRequest? part, Step? step, string field, FieldCheck check)
    {
        if (part is null || step?.Fits.Any(fits => fits.Part == part.Part) != true)
            check.Refuse($"{field}.part", "is not a part that this step fits");
        if (part is { Fitted: < 0 or > MostParts })
            check.Refuse($"{field}.fitted", $"must lie between 0 and {MostParts}");
        if (part is { UsedAgain: < 0 or > MostParts })
            check.Refuse($"{field}.usedAgain", $"must lie between 0 and {MostParts}");
        else if (part is { Fitted: 0, UsedAgain: 0 })
            check.Refuse($"{field}.fitted", "is none, and none was used again: leave the step out with the reason instead");
        return new(
            part?.Part ?? "",
            part?.Fitted ?? 0,
            part?.UsedAgain ?? 0,
            part?.SecondHand ?? false,
            check.OptionalText($"{field}.number", part?.Number, 60),
            check.OptionalText($"{field}.source", part?.Source, 80),
            check.OptionalMoney($"{field}.price", part?.Price),
            Parts.PartsHandlers.Warranty($"{field}.warrantyUntil", part?.WarrantyUntil, check)
        );
    }

    private static ImmutableArray<MeterAmount> Meter(MeterKind kind, string field, string? text, Profile bike, FieldCheck check) =>
        string.IsNullOrWhiteSpace(text)
            ? []
            : [MeterAmount.From(check.Quantity(field, text, bike.UnitOf(kind), ReadingHandlers.MostOf(kind)))];
}
