using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Servicing;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Parts;
using NodaTime;

namespace MuddyLedger.App.Bikes;

/// <summary>A meter of the bike and what it shows.</summary>
/// <param name="Kind">Odometer or hour meter.</param>
/// <param name="Unit">The symbol of its unit: "mi", "km" or "h".</param>
/// <param name="Display">What the dash showed at the last reading.</param>
/// <param name="ReadOn">The day of its last reading; null where it was never read.</param>
/// <param name="Lifetime">What the bike has done, where that differs from the dash.</param>
/// <param name="Today">What the dash likely shows today, where the last reading is older and the rate is known.</param>
/// <param name="PerWeek">How much it grows in a week; null where nothing foretells it.</param>
/// <param name="RateStated">True where it rests on the owner's word of a year's use, and on no reading.</param>
/// <param name="Readings">How many readings stand.</param>
public sealed record MeterAnswer(
    MeterKind Kind,
    string Unit,
    Shown? Display,
    LocalDate? ReadOn,
    Shown? Lifetime,
    Shown? Today,
    Shown? PerWeek,
    bool RateStated,
    int Readings
);

/// <summary>What the bike may be, as the book knows it.</summary>
/// <param name="Gate">Cranked, run or ridden.</param>
/// <param name="State">Open, shut, or not proven.</param>
/// <param name="Reasons">What keeps it, or an earlier gate, from being open.</param>
public sealed record GateAnswer(Gate Gate, GateState State, IReadOnlyList<GateReasonAnswer> Reasons);

/// <summary>
/// One thing that keeps a gate from being open, and where it is settled: which of the fields is filled follows from the kind.
/// </summary>
/// <param name="Gate">The gate that it concerns.</param>
/// <param name="State">What it makes of the gate: shut, or not proven.</param>
/// <param name="Kind">The kind of reason, by which the page knows the way out.</param>
/// <param name="Why">In a sentence.</param>
/// <param name="Finding">The open finding behind it; null where it is none.</param>
/// <param name="Run">The job run behind it; null where it is none.</param>
/// <param name="Thing">The thing that is there or away for now; null where it is none.</param>
/// <param name="Reservoir">The reservoir whose content it is about; null where it is none.</param>
/// <param name="Job">The job that would settle it, where one ships.</param>
/// <param name="ByWord">Whether the owner's word settles it.</param>
public sealed record GateReasonAnswer(
    Gate Gate,
    GateState State,
    ReasonKind Kind,
    string Why,
    Guid? Finding,
    Guid? Run,
    string? Thing,
    string? Reservoir,
    string? Job,
    bool ByWord
);

/// <summary>The owner's word by which a gate stands open that nothing else in the book proves.</summary>
/// <param name="Entry">The line of the book that holds the word.</param>
/// <param name="Date">When it was given.</param>
/// <param name="Gate">The gate that it opens, as far as that one is not shut.</param>
/// <param name="Words">What the owner said.</param>
public sealed record WordAnswer(Guid Entry, LocalDate Date, Gate Gate, string Words);

/// <summary>Whether an oil pump is proven to pump.</summary>
/// <param name="Proven">False: fuel is to be mixed.</param>
/// <param name="Why">In a sentence.</param>
/// <param name="WordWillDo">Whether the owner's word may prove it.</param>
public sealed record PumpAnswer(bool Proven, string Why, bool WordWillDo);

/// <summary>Whether a reservoir holds anything, as far as the book knows.</summary>
public enum FillState
{
    Unknown,
    Empty,
    Filled,
}

/// <summary>What is in a reservoir now.</summary>
/// <param name="Id">Which one.</param>
/// <param name="State">Filled, empty, or not known, which is not the same as empty.</param>
/// <param name="Fluid">As the book names it; null where it is not known.</param>
/// <param name="Temporary">True of a flush fill, which is to be drained soon.</param>
/// <param name="Poured">The fill and what was topped up since; null where it is not known.</param>
/// <param name="Capacity">With drain and filter, else drain only, else dry: the first that the owner has entered.</param>
/// <param name="Grade">What the profile asks for; null where it does not say.</param>
/// <param name="Since">When it was filled; null where it is not known.</param>
/// <param name="AgeMonths">Whole months since then; null where it is not known.</param>
/// <param name="Use">How far, or for how long, it was ridden on it; null where no meter tells.</param>
/// <param name="Level">As it was last read; null where it was not read since the fill.</param>
/// <param name="LevelSeen">When that was.</param>
public sealed record ReservoirAnswer(
    ReservoirId Id,
    FillState State,
    string? Fluid,
    bool Temporary,
    Shown? Poured,
    Shown? Capacity,
    string? Grade,
    LocalDate? Since,
    int? AgeMonths,
    Shown? Use,
    Level? Level,
    LocalDate? LevelSeen
);

/// <summary>Something wrong that was found and is open, in the book or in a job under way.</summary>
/// <param name="Entry">Null for a finding that a running job will write when it ends.</param>
/// <param name="Run">The job run in which it was found and which is not signed off; null where it stands in the book.</param>
/// <param name="Bike">Its bike.</param>
/// <param name="BikeName">The bike's nickname.</param>
/// <param name="Title">What is wrong, in a few words.</param>
/// <param name="Detail">What else was said of it; null where nothing was.</param>
/// <param name="Severity">From a note to a stop.</param>
/// <param name="Since">When it was found.</param>
/// <param name="CostGuess">Money, as an amount without its currency; null where nobody guessed.</param>
/// <param name="Gate">The gate that it shuts, where it says stop.</param>
/// <param name="Key">Of a running job's: what names it when it is put right there.</param>
/// <param name="Settled">How it was put right in the job that found it.</param>
/// <param name="Under">Under what conditions it shows; null where it shows at any time.</param>
public sealed record FindingAnswer(
    Guid? Entry,
    Guid? Run,
    Guid Bike,
    string BikeName,
    string Title,
    string? Detail,
    FindingSeverity Severity,
    LocalDate Since,
    string? CostGuess,
    Gate? Gate,
    string? Key,
    string? Settled,
    string? Under
);

/// <summary>What was put right and waits to be tried under the conditions under which it showed.</summary>
/// <param name="Entry">Of the finding.</param>
/// <param name="Title">What was wrong.</param>
/// <param name="Under">Under what conditions it showed.</param>
/// <param name="How">What was done about it.</param>
/// <param name="Since">When that was.</param>
public sealed record OnTrialAnswer(Guid Entry, string Title, string Under, string How, LocalDate Since);

/// <summary>A job run under way.</summary>
/// <param name="Id">Of the run.</param>
/// <param name="Bike">The bike that it is done on.</param>
/// <param name="BikeName">The bike's nickname.</param>
/// <param name="Title">Of the job, or of the joined ones.</param>
/// <param name="Jobs">The ids of its jobs, one or more.</param>
/// <param name="Answered">How many of its steps are done or skipped.</param>
/// <param name="Steps">How many there are.</param>
/// <param name="Next">The title of the step that comes next.</param>
/// <param name="LastTouched">When something was last tapped in it.</param>
/// <param name="OnTray">How many parts lie on the tray.</param>
/// <param name="TimersEnd">When each of its timers runs out.</param>
public sealed record RunningAnswer(
    Guid Id,
    Guid Bike,
    string BikeName,
    string Title,
    IReadOnlyList<string> Jobs,
    int Answered,
    int Steps,
    string Next,
    Instant LastTouched,
    int OnTray,
    IReadOnlyList<Instant> TimersEnd
);

/// <summary>A job that fits the bike.</summary>
/// <param name="Id">Of the job.</param>
/// <param name="Title">What it is called.</param>
/// <param name="For">What it does, in a sentence.</param>
/// <param name="Group">The heading that it is listed under.</param>
/// <param name="Minutes">With what stands in its way opened and closed.</param>
/// <param name="Own">Written by the owner.</param>
public sealed record JobOffer(string Id, string Title, string For, JobGroup Group, int Minutes, bool Own);

/// <summary>Put in place or taken away only for now.</summary>
/// <param name="Thing">Its id, by which it is undone.</param>
/// <param name="What">In words.</param>
/// <param name="Way">In its place for now, or away for now.</param>
/// <param name="Since">When it was put there or taken away.</param>
/// <param name="Run">The running job that began it; it is undone there.</param>
/// <param name="Shuts">The gate that it keeps shut; null where the bike may be used with it.</param>
/// <param name="Where">Where it is kept; null where nobody said.</param>
public sealed record ForNowAnswer(string Thing, string What, ForNow Way, LocalDate Since, Guid? Run, Gate? Shuts, string? Where)
{
    /// <summary>What each is, since when, and what it shuts.</summary>
    public static IReadOnlyList<ForNowAnswer> Of(IEnumerable<UndoItem> items) =>
        [.. items.Select(one => new ForNowAnswer(one.Thing, one.What, one.Way, one.Since, one.Run, one.Shuts, one.Where))];
}

/// <summary>Mended only for now, and neither proven nor replaced yet.</summary>
/// <param name="What">What was mended, in the owner's words.</param>
/// <param name="State">Curing, holding, or due for a look.</param>
/// <param name="ReviewOn">The day to look at it again.</param>
public sealed record OpenRepair(string What, RepairState State, LocalDate ReviewOn);

/// <summary>A job that was set aside half done, and can be taken up again.</summary>
/// <param name="Run">The run, to be taken up again.</param>
/// <param name="Date">When it was set aside.</param>
/// <param name="Words">What was done by then and why it was left.</param>
public sealed record SetAsideAnswer(Guid Run, LocalDate Date, string Words);

/// <summary>Something odd about the profile that is not impossible.</summary>
/// <param name="Field">The field that it is about, as the form names it.</param>
/// <param name="Words">In a sentence.</param>
public sealed record ProfileWarning(string Field, string Words);

/// <summary>A bike's page: what it is, what stands open, what is next, and its latest lines.</summary>
/// <param name="Id">Of the bike.</param>
/// <param name="Version">Counts up with every change, from 1; sent back as If-Match.</param>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Make">As the owner wrote it.</param>
/// <param name="Model">As the owner wrote it.</param>
/// <param name="Year">Of the model.</param>
/// <param name="Use">What it is mostly used for.</param>
/// <param name="Profile">As the form takes it back.</param>
/// <param name="Meters">Those that it has.</param>
/// <param name="Gates">Cranked, run, ridden, in this order.</param>
/// <param name="Word">The owner's word that opens a gate which nothing proves; null where none stands.</param>
/// <param name="Pump">Null where it has no oil pump.</param>
/// <param name="Tasks">Its whole plan.</param>
/// <param name="Next">The ids of the tasks that come first, the most pressing first.</param>
/// <param name="Reservoirs">Those that it has, fuel among them.</param>
/// <param name="Findings">What is wrong and open, the gravest first.</param>
/// <param name="ForNow">What is there or away only for now.</param>
/// <param name="OnTrial">What was mended and must still be tried.</param>
/// <param name="Repairs">What was mended only for now.</param>
/// <param name="Running">Its job runs under way.</param>
/// <param name="SetAside">Runs that were set aside and can be taken up again.</param>
/// <param name="Jobs">All that fit it.</param>
/// <param name="Book">Its latest lines, the newest first.</param>
/// <param name="Warnings">What in the profile is odd, and is kept all the same.</param>
/// <param name="StandsSince">When it was laid up or last ran; null where it is in use, or nobody knows.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
public sealed record BikeAnswer(
    Guid Id,
    int Version,
    string Nickname,
    string Make,
    string Model,
    int Year,
    BikeUse Use,
    ProfileForm Profile,
    IReadOnlyList<MeterAnswer> Meters,
    IReadOnlyList<GateAnswer> Gates,
    WordAnswer? Word,
    PumpAnswer? Pump,
    IReadOnlyList<TaskAnswer> Tasks,
    IReadOnlyList<string> Next,
    IReadOnlyList<ReservoirAnswer> Reservoirs,
    IReadOnlyList<FindingAnswer> Findings,
    IReadOnlyList<ForNowAnswer> ForNow,
    IReadOnlyList<OnTrialAnswer> OnTrial,
    IReadOnlyList<OpenRepair> Repairs,
    IReadOnlyList<RunningAnswer> Running,
    IReadOnlyList<SetAsideAnswer> SetAside,
    IReadOnlyList<JobOffer> Jobs,
    IReadOnlyList<EntryAnswer> Book,
    IReadOnlyList<ProfileWarning> Warnings,
    LocalDate? StandsSince,
    LocalDate Today
) : IVersioned;
