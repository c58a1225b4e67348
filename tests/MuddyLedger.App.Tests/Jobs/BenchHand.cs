using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.App.Tests.Jobs;

/// <summary>A hand at the bench that answers whatever is asked, as a bike with nothing wrong with it would have it.</summary>
internal sealed class BenchHand(OwnShed shed)
{
    private const int MostTaps = 400;

    public static readonly string[] NoCosts = [];

    /// <summary>What could not be answered as it was asked, and was left with a reason.</summary>
    public List<string> Left { get; } = [];

    public async Task<RunAnswer> StartAsync(Guid bike, params string[] jobs) =>
        (await shed.Runs.StartAsync(bike, new StartRequest(OwnShed.NewId(), jobs), OwnShed.By())).Done();

    /// <summary>Answers step after step, until none is left that can be answered, or one is reached.</summary>
    public async Task<RunAnswer> ThroughAsync(RunAnswer run, string? upTo = null)
    {
        for (var tap = 0; tap < MostTaps && run.Steps.FirstOrDefault(step => step.Id == run.Current) is { } step; tap++)
        {
            if (step.Kind == StepKind.SignOff || step.Id == upTo)
                return run;
            run = await AnswerAsync(run, step);
        }

        return run;
    }

    private async Task<RunAnswer> AnswerAsync(RunAnswer run, StepAnswer step)
    {
        if (step.Kind == StepKind.Timer && run.Timers.All(timer => timer.Step != step.Id))
            run = await TapAsync(run, new(OwnShed.NewId(), RunActKind.TimerStarted, step.Id)) ?? run;
        if (run.Timers.FirstOrDefault(timer => timer.Step == step.Id) is { } running)
            shed.Clock.Advance(Duration.Max(Duration.Zero, running.Ends - run.Now) + Duration.FromMinutes(1));
        var done = await TapAsync(run, new(OwnShed.NewId(), RunActKind.StepDone, step.Id, RecordOf(run, step)));
        if (done is not null)
            return done;
        Left.Add(step.Id);
        return await TapAsync(run, new(OwnShed.NewId(), RunActKind.StepSkipped, step.Id, Reason: "Not in this test"))
            ?? throw new InvalidOperationException($"{run.Title}: {step.Id} can neither be done nor be left: {Refused}");
    }

    /// <summary>Why the last tap was refused.</summary>
    public string Refused { get; private set; } = "";

    public async Task<RunAnswer?> TapAsync(RunAnswer run, ActRequest act)
    {
        var outcome = await shed.Runs.ActAsync(run.Id, act, OwnShed.By(run.Version));
        if (outcome.Problem is { } problem)
            Refused = $"{problem.Words} {string.Join(", ", problem.Fields ?? new Dictionary<string, string>())}";
        return outcome.Answer;
    }

    private static RecordRequest? RecordOf(RunAnswer run, StepAnswer step) =>
        step.Kind switch
        {
            StepKind.Reading => run.Meters is [{ } meter, ..]
                ? new RecordRequest(
                    Odometer: meter.Kind == MeterKind.Odometer ? "23,650" : null,
                    Hours: meter.Kind == MeterKind.HourMeter ? "97" : null
                )
                : null,
            StepKind.Drain => new RecordRequest(
                Volume: step.Expected is { } expected ? expected.ToString() : "0.4 L",
                Drain: new(DrainColour.Dark, MagnetReading.FinePaste, DrainDebris.None, false)
            ),
            StepKind.Pour => new RecordRequest(
                Volume: step.Pour?.First.ToString() ?? "0.4 L",
                Fluid: step.Grade is { Length: > 0 } grade ? grade : "what the manual says"
            ),
            StepKind.Level => new RecordRequest(Level: Level.AtMaximum),
            StepKind.Choose => new RecordRequest(Option: step.Choice!.Default),
            StepKind.Measure => new RecordRequest(
                Values:
                [
                    .. Enumerable.Repeat(
                        (step.Measure!.Low ?? step.Measure.High)?.ToString() ?? $"1 {step.Measure.Unit}",
                        Math.Max(1, step.Measure.Places.Count)
                    ),
                ]
            ),
            StepKind.Do when step.ForNow.Count > 0 => new RecordRequest(Where: "top shelf"),
            _ => null,
        };
}
