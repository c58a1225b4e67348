using System.Collections.Immutable;
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

/// <param name="Jobs">One job, or several to be joined into one run, in the order wanted.</param>
/// <param name="Task">A service task for which it is begun: choices stand as it calls for, beside what is due.</param>
public sealed record StartRequest(Guid Id, IReadOnlyList<string?>? Jobs, string? Task = null);

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
public sealed record ActRequest(
    Guid Id,
    RunActKind Act,
    string? Step = null,
    RecordRequest? Record = null,
    string? Reason = null,
    FindingRequest? Finding = null,
    TrayRequest? Tray = null,
    string? Item = null,
    string? Text = null,
    IReadOnlyList<SpotRequest>? Spots = null
);

public sealed record SpotRequest(LeakPlace Place, LeakGrade Grade, LeakFluid Fluid);

/// <param name="Odometer">As typed, in any unit.</param>
/// <param name="Values">What was measured, one for each place, as typed; a number alone is in the step's unit.</param>
/// <param name="Photo">A picture that is in the bike's book already.</param>
/// <param name="Where">Where a thing that the step takes away is kept.</param>
/// <param name="Volume">What came out, went in or was added, as typed.</param>
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

public sealed record DrainRequest(DrainColour Colour, MagnetReading Magnet, DrainDebris Debris, bool SmellsOfFuel);

public sealed record FindingRequest(
    string? Title,
    FindingSeverity Severity,
    string? Detail = null,
    string? CostGuess = null,
    Gate? Gate = null,
    string? Under = null
);

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

public sealed record CostRequest(string? For, string? Amount);

/// <param name="Minutes">As typed: "80", "1 h 20".</param>
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

/// <param name="Finding">The line that opened it.</param>
/// <param name="How">What proved it, and under which conditions: "no spot after 40 km, 25 °C".</param>
public sealed record CuredRequest(Guid Finding, string? How);

/// <summary>Undoes a finish, or sets a run aside.</summary>
public sealed record EndRequest(Guid Id, string? Reason);

/// <summary>Turns what was tapped and typed into what it means, or refuses it field by field.</summary>
public static class RunReading
{
    private const int MostCosts = 20;
    private const int MostValues = 20;
    private const int MostParts = 99;
    private const decimal MostMeasured = 1_000_000;

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
