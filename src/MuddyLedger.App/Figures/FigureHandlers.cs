using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Figures;

/// <summary>What a figure is about, which says how it is written.</summary>
public enum FigureKind
{
    Capacity,
    Grade,
    Torque,
    Figure,
    Tyre,
    PartNumber,
}

/// <summary>One figure of a bike, to be read at arm's length.</summary>
/// <param name="Field">As it is entered: "torques.rear-axle".</param>
/// <param name="Name">What it is the figure of.</param>
/// <param name="Kind">Capacity, grade, torque, figure: by which it is read and shown.</param>
/// <param name="Words">As it is read out: "30 N m", "0.10 to 0.15 mm"; null where nobody has entered it.</param>
/// <param name="Unit">What a bare number is taken in.</param>
/// <param name="From">Where the figure comes from; null where it is missing.</param>
/// <param name="WantedBy">The title of the coming job that will ask for it; null where none will.</param>
public sealed record FigureLine(
    string Field,
    string Name,
    FigureKind Kind,
    string? Words,
    string Unit,
    ShownProvenance? From,
    string? WantedBy
);

/// <summary>The figures of one part of the bike.</summary>
/// <param name="Section">Which part.</param>
/// <param name="Lines">Known and missing ones.</param>
public sealed record FigureSection(BikeSection Section, IReadOnlyList<FigureLine> Lines);

/// <summary>All figures of a bike, for the bench.</summary>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Wanted">How many figures the coming jobs will ask for that nobody has entered.</param>
/// <param name="Sections">In the order of the profile.</param>
public sealed record FigureCardAnswer(string Nickname, int Wanted, IReadOnlyList<FigureSection> Sections);

/// <summary>A figure that was missing, typed where it was needed.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Field">"torques.rear-axle", "figures.plug-gap", "reservoirs.engine.drainOnly", "parts.oil filter".</param>
/// <param name="Text">As it is typed, in any unit that fits. Empty takes a part number away again.</param>
/// <param name="From">Where it comes from: the manual, or the owner.</param>
/// <param name="Source">The page of the manual, or what else there is to say of it.</param>
public sealed record FigureRequest(Guid Id, string? Field, string? Text, FigureSource From, string? Source);

/// <summary>Who says a figure.</summary>
public enum FigureSource
{
    Manual,
    Owner,
}

/// <summary>A form as far as it is filled in, to be told what is asked next.</summary>
/// <param name="Profile">The form as it stands: only its choices count here.</param>
/// <param name="Bike">The bike whose coming jobs say what is wanted; null for one that is just coming in.</param>
public sealed record QuestionsRequest(ProfileForm Profile, Guid? Bike);

/// <summary>A figure that this bike has.</summary>
/// <param name="Name">In words.</param>
/// <param name="Example">How such a figure is written.</param>
public sealed record FigureAsked(string Name, string Example);

/// <summary>What is asked of one part of the bike.</summary>
/// <param name="Section">Which part.</param>
/// <param name="Questions">Choices.</param>
/// <param name="Reservoirs">By id.</param>
/// <param name="Figures">Those that this bike has.</param>
/// <param name="Torques">By fastener.</param>
/// <param name="Wanted">Of its figures, torques and reservoirs: those that a coming job will ask for, with that job's title.</param>
public sealed record QuestionSection(
    BikeSection Section,
    IReadOnlyList<ProfileQuestion> Questions,
    IReadOnlyList<string> Reservoirs,
    IReadOnlyList<FigureAsked> Figures,
    IReadOnlyList<string> Torques,
    IReadOnlyDictionary<string, string> Wanted
);

/// <summary>The figures of a bike: looked up, asked for, and entered one at a time where they are missed.</summary>
public sealed class FigureHandlers(ShedSnapshots snapshots, JobLibraries jobs, Writing writing)
{
    /// <summary>What is asked of a bike of these choices, by part of the bike: only what it has.</summary>
    public async Task<Outcome<QuestionSection[]>> QuestionsAsync(QuestionsRequest body, Caller caller)
    {
        var profile = body.Profile.Shape();
        var wanted = new Dictionary<string, string>();
        if (body.Bike is { } id && await snapshots.OneAsync(id, caller.Cancel) is { } snapshot)
        {
            // What stands in the form counts as entered, whatever it says.
            var shape = profile with
            {
                Torques = Filled<Fastener, TorqueSpec>(body.Profile.Torques, new(Torque.FromNewtonMetres(1), Provenance.House)),
                Figures = Filled<BikeFigure, FigureSpec>(body.Profile.Figures, new(1, 1, Provenance.House)),
                Reservoirs = Filled<ReservoirId, ReservoirSpec>(
                    body.Profile.Reservoirs.Where(one => one.Value is not null)
                        .ToDictionary(one => one.Key, one => $"{one.Value.DrainOnly}{one.Value.DrainAndFilter}{one.Value.DryFill}"),
                    new() { DryFill = Volume.FromLitres(1) }
                ),
            };
            wanted = Wanted(snapshot with { Bike = snapshot.Bike with { Profile = shape } }, await jobs.OpenAsync(caller.Cancel));
        }

        return AskedOfABike
            .Of(profile)
            .Select(section => new QuestionSection(
                section.Section,
                section.Questions,
                [.. section.Reservoirs.Select(Capabilities.Word)],
                [.. section.Figures.Select(figure => new FigureAsked(Capabilities.Word(figure), Example(figure)))],
                [.. section.Fasteners.Select(Capabilities.Word)],
                wanted.Where(want => SectionOf(want.Key) == section.Section).ToDictionary(want => want.Key, want => want.Value)
            ))
            .ToArray();
    }

    private static ImmutableDictionary<TId, TSpec> Filled<TId, TSpec>(IReadOnlyDictionary<string, string> typed, TSpec stand)
        where TId : struct, Enum =>
        typed
            .Where(one => !string.IsNullOrWhiteSpace(one.Value) && ProfileForm.Known<TId>(one.Key) is not null)
            .ToImmutableDictionary(one => ProfileForm.Known<TId>(one.Key)!.Value, _ => stand);

    /// <summary>The figure card: every figure that this bike has a place for, known or not.</summary>
    public async Task<Outcome<FigureCardAnswer>> CardAsync(Guid bike, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var wanted = Wanted(snapshot, await jobs.OpenAsync(caller.Cancel));
        var sections = AskedOfABike
            .Of(snapshot.Profile)
            .Select(section => new FigureSection(section.Section, [.. LinesOf(section, snapshot.Profile, settings, wanted)]))
            .Where(section => section.Lines.Count > 0)
            .ToList();
        return new FigureCardAnswer(snapshot.Profile.Nickname, wanted.Count, sections);
    }

    /// <summary>Enters one figure, and answers the card with it.</summary>
    public async Task<Outcome<FigureCardAnswer>> EnterAsync(Guid bike, FigureRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var check = caller.Check(body.Id);
        var source = check.OptionalText("source", body.Source, 80);
        var from = new Provenance(body.From == FigureSource.Manual ? ProvenanceKind.Manual : ProvenanceKind.Owner, source);
        var profile = With(snapshot.Profile, body, from, check, settings);
        if (!check.Failed)
            check.Refuse(ProfileCheck.Of(profile, snapshots.Today.Year).Select(refusal => refusal with { Field = "text" }));
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (writer, _) =>
            {
                writer.ChangeProfile(snapshot.Bike, profile);
                return Task.FromResult<Problem?>(null);
            },
            async () => (await CardAsync(bike, caller)).Answer!
        );
    }

    /// <summary>What the jobs of the tasks that are due, or soon will be, ask for and do not find.</summary>
    private static Dictionary<string, string> Wanted(BikeSnapshot snapshot, JobLibrary library)
    {
        var coming = snapshot
            .Tasks.Where(state => state.IsDue)
            .Select(state => state.Task.Job)
            .Distinct()
            .Select(id => library.All.FirstOrDefault(job => job.Id == id))
            .OfType<Job>()
            .Select(job => library.Content.Limits.Into(job, snapshot.Profile));
        return MissingFigures.Of(snapshot.Profile, coming).ToDictionary(missing => missing.Field, missing => missing.Job.Title);
    }

    private static BikeSection SectionOf(string field)
    {
        var (kind, word) = (field[..field.IndexOf('.')], field[(field.IndexOf('.') + 1)..]);
        return kind switch
        {
            "torques" => AskedOfABike.SectionOf(ProfileForm.Known<Fastener>(word)!.Value),
            "figures" => AskedOfABike.SectionOf(ProfileForm.Known<BikeFigure>(word)!.Value),
            _ => AskedOfABike.SectionOf(ProfileForm.Known<ReservoirId>(word)!.Value),
        };
    }

    private static string Example(BikeFigure figure) =>
        BikeFigures.UnitOf(figure) switch
        {
            var unit when unit == Unit.Volt => "13.5 to 14.8 V",
            var unit when unit == Unit.Rpm => "1,250 to 1,350 rpm",
            var unit when unit == Unit.Kilopascal => "2.5 bar",
            var unit when unit == Unit.Celsius => "102 °C",
            var unit when unit == Unit.Ohm => "0.2 to 0.5 ohm",
            var unit when unit == Unit.Degree => "25°",
            var unit when unit == Unit.KilometrePerHour => "125 km/h",
            var unit when unit == Unit.ToOne => "40 to 60",
            _ => figure switch
            {
                BikeFigure.IntakeClearance or BikeFigure.ExhaustClearance or BikeFigure.PistonClearance => "0.10 to 0.15 mm",
                BikeFigure.ChainSlack => "30 to 40 mm",
                BikeFigure.FrontDisc or BikeFigure.RearDisc or BikeFigure.ClutchPlate => "at least 4.5 mm",
                _ => "0.7 to 0.8 mm",
            },
        };

    private static IEnumerable<FigureLine> LinesOf(
        AskedSection section,
        Profile bike,
        OwnerSettings settings,
        Dictionary<string, string> wanted
    )
    {
        foreach (var id in section.Reservoirs)
        {
            var (field, name, spec) = ($"reservoirs.{Capabilities.Word(id)}", Reservoirs.Words(id), bike.Reservoirs.GetValueOrDefault(id));
            var from = spec is null ? null : ShownProvenance.Of(spec.Provenance);
            FigureLine Line(string part, string what, FigureKind kind, string? words) =>
                new(
                    $"{field}.{part}",
                    what,
                    kind,
                    words,
                    kind == FigureKind.Capacity ? settings.Volume.Symbol : "",
                    words is null ? null : from,
                    kind == FigureKind.Capacity && part == "drainOnly" ? wanted.GetValueOrDefault(field) : null
                );
            string? Text(Volume? volume) => volume is { } known ? Shown.Of(known, settings).ToString() : null;
            yield return Line("grade", name, FigureKind.Grade, spec?.Grade);
            yield return Line("drainOnly", $"{name}, after draining", FigureKind.Capacity, Text(spec?.DrainOnly));
            if (id is ReservoirId.Engine or ReservoirId.OilTank && bike.OilFilter is OilFilter.Cartridge or OilFilter.SpinOn)
                yield return Line("drainAndFilter", $"{name}, with a new filter", FigureKind.Capacity, Text(spec?.DrainAndFilter));
            if (spec?.DryFill is { } dry)
                yield return Line("dryFill", $"{name}, dry", FigureKind.Capacity, Text(dry));
        }

        foreach (var figure in section.Figures)
        {
            var field = $"figures.{Capabilities.Word(figure)}";
            var spec = bike.Figure(figure);
            yield return new(
                field,
                Plain(Capabilities.Word(figure)),
                FigureKind.Figure,
                spec is null ? null : BikeFigures.Text(spec, figure),
                BikeFigures.UnitOf(figure).Symbol,
                spec is null ? null : ShownProvenance.Of(spec.Provenance),
                wanted.GetValueOrDefault(field)
            );
        }

        foreach (var fastener in section.Fasteners)
        {
            var field = $"torques.{Capabilities.Word(fastener)}";
            var torque = bike.Torques.GetValueOrDefault(fastener);
            yield return new(
                field,
                Plain(Capabilities.Word(fastener)),
                FigureKind.Torque,
                torque is null ? null : Shown.Of(torque.Torque, settings).ToString(),
                settings.Torque.Symbol,
                torque is null ? null : ShownProvenance.Of(torque.Provenance),
                wanted.GetValueOrDefault(field)
            );
        }

        if (section.Section == BikeSection.WheelsAndTyres)
            foreach (var (name, tyre) in new[] { ("Front tyre", bike.FrontTyre), ("Rear tyre", bike.RearTyre) })
                if (tyre?.Size is { } size)
                    yield return new(
                        $"tyres.{name}",
                        name,
                        FigureKind.Tyre,
                        tyre.Placard is { } placard ? $"{size}, {Shown.Of(placard.In(Unit.Bar))}" : size,
                        "",
                        new(ProvenanceKind.Owner, null),
                        null
                    );
        if (section.Section == BikeSection.Papers)
            foreach (var (part, number) in bike.PartNumbers.OrderBy(pair => pair.Key, StringComparer.Ordinal))
                yield return new($"parts.{part}", Plain(part), FigureKind.PartNumber, number, "", new(ProvenanceKind.Owner, null), null);
    }

    private static string Plain(string word) => char.ToUpperInvariant(word[0]) + word[1..].Replace('-', ' ');

    private static Profile With(Profile bike, FigureRequest body, Provenance from, FieldCheck check, OwnerSettings settings)
    {
        var field = check.Text("field", body.Field, 80);
        var text = body.Text?.Trim() ?? "";
        var parts = field.Split('.');
        if (text.Length == 0 && parts[0] != "parts")
            check.Refuse("text", "is missing");
        if (check.Failed)
            return bike;
        switch (parts)
        {
            case ["torques", var word] when ProfileForm.Known<Fastener>(word) is { } fastener:
                var torque = check.Quantity("text", text, settings.Torque, ProfileCheck.LargestTorque.NewtonMetres);
                return check.Failed ? bike : bike with { Torques = bike.Torques.SetItem(fastener, new(Torque.From(torque), from)) };
            case ["figures", var word] when ProfileForm.Known<BikeFigure>(word) is { } figure:
                var read = BikeFigures.Read(text, figure, check.Marks);
                if (read.IsRefused)
                {
                    check.Refuse("text", read.Refusal!);
                    return bike;
                }

                return bike with
                {
                    Figures = bike.Figures.SetItem(figure, read.Value! with { Provenance = from }),
                };
            case ["reservoirs", var word, var part] when ProfileForm.Known<ReservoirId>(word) is { } reservoir:
                var spec = bike.Reservoirs.GetValueOrDefault(reservoir, new ReservoirSpec()) with { Provenance = from };
                spec = part switch
                {
                    "grade" => spec with { Grade = check.OptionalText("text", text, 60) },
                    "drainOnly" => spec with { DrainOnly = check.OptionalVolume("text", text, settings.Volume) },
                    "drainAndFilter" => spec with { DrainAndFilter = check.OptionalVolume("text", text, settings.Volume) },
                    "dryFill" => spec with { DryFill = check.OptionalVolume("text", text, settings.Volume) },
                    _ => Unknown(check, spec),
                };
                return bike with { Reservoirs = bike.Reservoirs.SetItem(reservoir, spec) };
            case ["parts", ..] when field.Length > "parts.".Length:
                var name = field["parts.".Length..].Trim();
                var number = check.OptionalText("text", text, 40);
                return bike with { PartNumbers = number is null ? bike.PartNumbers.Remove(name) : bike.PartNumbers.SetItem(name, number) };
            default:
                check.Refuse("field", "is no figure known here");
                return bike;
        }
    }

    private static ReservoirSpec Unknown(FieldCheck check, ReservoirSpec spec)
    {
        check.Refuse("field", "is no figure known here");
        return spec;
    }
}
