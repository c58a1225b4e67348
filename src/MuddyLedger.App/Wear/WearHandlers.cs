using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Sums;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.App.Wear;

/// <summary>A measurement at one place or several, or a look.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Values">As typed, one for each place, in any unit of its kind; empty for a look.</param>
/// <param name="Pitches">Over how many pitches a chain was measured.</param>
/// <param name="Altitude">Metres above the sea, where compression was taken high up.</param>
/// <param name="Look">The grade, where it was judged by eye.</param>
/// <param name="Looks">The same place by place, in the order of the places; null for a place that nobody looked at.</param>
/// <param name="Note">In the owner's words; empty where there is nothing to say.</param>
/// <param name="Instrument">What sent it, where one did.</param>
/// <param name="Photo">A picture that is in the bike's book already.</param>
public sealed record MeasureRequest(
    Guid Id,
    string? Date,
    IReadOnlyList<string?> Values,
    int? Pitches,
    string? Altitude,
    Grade? Look,
    IReadOnlyList<Grade?>? Looks,
    string? Note,
    string? Instrument,
    Guid? Photo
);

/// <summary>What was typed, as it is understood, and what it is worth: shown before it is kept.</summary>
/// <param name="Values">Null for a field that is empty or not understood.</param>
/// <param name="Decides">The value that decides; null where none is read yet.</param>
/// <param name="Verdict">Null where no limit is known.</param>
/// <param name="Spread">Null where the places agree, or are not held against each other.</param>
public sealed record JudgedAnswer(IReadOnlyList<Shown?> Values, Shown? Decides, VerdictAnswer? Verdict, SpreadAnswer? Spread);

/// <summary>What wears: its series, and new readings of them.</summary>
public sealed class WearHandlers(ShedSnapshots snapshots, ContentLibrary content, Writing writing)
{
    private const int MostPlaces = 12;

    /// <summary>Every series of readings of a bike, where it stands and when it ends.</summary>
    public async Task<Outcome<WearAnswer>> GetAsync(Guid bike, Caller caller) =>
        await snapshots.OneAsync(bike, caller.Cancel) is { } snapshot
            ? WearAnswers.Of(snapshot, (await snapshots.SettingsAsync(caller.Cancel)).Currency)
            : Problem.NotFound("bike");

    /// <summary>One series: its readings, line, bands and end.</summary>
    public async Task<Outcome<WearSeriesAnswer>> SeriesAsync(Guid bike, string series, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        // A job names the figure that it measures.
        return
            (
                snapshot.Wear.FirstOrDefault(one => one.Kind.Id == series)
                ?? snapshot.Wear.FirstOrDefault(one => one.Kind.Names.Contains(series))
            )
                is { } found
            ? WearAnswers.Of(found, snapshot)
            : Problem.NotFound("series");
    }

    /// <summary>What is typed so far: nothing is kept.</summary>
    /// <param name="values">The fields with a bar between them: "2.1|2.3".</param>
    public async Task<Outcome<JudgedAnswer>> JudgeAsync(
        Guid bike,
        string series,
        string? values,
        int? pitches,
        string? altitude,
        Caller caller
    )
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        if (snapshot.Wear.FirstOrDefault(one => one.Kind.Id == series) is not { Kind.MeasuredIn: { } unit } found)
            return Problem.NotFound("series");
        var check = caller.Check();
        var height = HeightOf(check, altitude);
        var read = (values ?? "")
            .Split('|')
            .Take(MostPlaces)
            .Select(text => QuantityText.Read(text, unit, Most, caller.Marks))
            .Select(one => one.IsRefused ? (decimal?)null : Kept(one.Value.In(unit).Value, found.Kind, pitches, height))
            .ToList();
        var shown = read.Select(one => one is { } value ? found.Kind.Shown(value) : (decimal?)null).ToList();
        var known = shown.OfType<decimal>().ToImmutableArray();
        if (known.IsEmpty || (found.Kind.OfSpread && known.Length < 2))
            return new JudgedAnswer([.. shown.Select(_ => (Shown?)null)], null, null, null);
        var decides = found.Kind.Decisive(known);
        return new JudgedAnswer(
            [.. shown.Select(one => one is { } value ? WearAnswers.ShownOf(value, found.Kind) : null)],
            WearAnswers.ShownOf(decides, found.Kind),
            VerdictAnswer.Of(WearVerdict.Of(found, snapshot.Profile, content.Limits, decides)),
            found.Kind.TooFarApart(known) is { } rule ? WearAnswers.SpreadOf(rule, found.Kind, known) : null
        );
    }

    /// <summary>Writes a reading or a look.</summary>
    public async Task<Outcome<WearSeriesAnswer>> MeasureAsync(Guid bike, string series, MeasureRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        if (snapshot.Wear.FirstOrDefault(one => one.Kind.Id == series) is not { } found)
            return Problem.NotFound("series");
        var check = caller.Check(body.Id);
        var date = check.DateOrToday("date", body.Date, snapshot.Today);
        var looked = body.Look is not null || body.Looks is { Count: > 0 };
        EntryBody? line = looked ? LookOf(found.Kind, body, check) : MeasurementOf(found.Kind, body, check);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (rows, stamp) =>
            {
                rows.AddEntry(new LedgerEntry(new(body.Id), snapshot.Bike.Id, date, stamp.At, stamp.Device, line!));
                var safety = found.Kind.Tasks.Any(id => snapshot.Tasks.Any(task => task.Task.Id == id && task.Task.Safety));
                var follows = WearDanger.Follows(found, line!, date, snapshot.Profile, content.Limits, snapshot.Ledger, safety);
                if (follows is not null)
                    rows.AddEntry(new LedgerEntry(new(Guid.CreateVersion7()), snapshot.Bike.Id, date, stamp.At, stamp.Device, follows));
                return Task.FromResult<Problem?>(null);
            },
            async () =>
            {
                var after = (await snapshots.OneAsync(bike, caller.Cancel))!;
                return WearAnswers.Of(after.Wear.First(one => one.Kind.Id == series), after);
            }
        );
    }

    private static WearLooked? LookOf(WearKind kind, MeasureRequest body, FieldCheck check)
    {
        if (kind.Looks.IsEmpty)
            check.Refuse("look", "no look tells how far this has worn: measure it");
        if (body.Looks is { Count: > MostPlaces })
            check.Refuse("looks", $"are more than {MostPlaces}");
        var places = (body.Looks ?? [])
            .Take(MostPlaces)
            .Select((grade, at) => (Grade: grade, Place: at < kind.Places.Length ? kind.Places[at] : $"place {at + 1}"))
            .Where(one => one.Grade is not null)
            .Select(one => new PlaceLook(one.Place, one.Grade!.Value))
            .ToImmutableArray();
        if ((places.IsEmpty ? body.Look : places.Max(place => place.Grade)) is not { } look)
        {
            check.Refuse("look", "is missing: say what it looks like");
            return null;
        }

        return new WearLooked(kind.Id, kind.Title, look, check.OptionalText("note", body.Note, 300))
        {
            Places = places,
            Photo = body.Photo,
        };
    }

    private static MeasurementTaken? MeasurementOf(WearKind kind, MeasureRequest body, FieldCheck check)
    {
        if (kind.MeasuredIn is not { } unit)
        {
            check.Refuse("look", "is missing: say what it looks like");
            return null;
        }

        if (body.Values.Count > MostPlaces)
            check.Refuse("values", $"are more than {MostPlaces}");
        if (kind.ChainGrowth && body.Pitches is < 4 or > 120)
            check.Refuse("pitches", "must be 4 to 120");
        var height = HeightOf(check, body.Altitude);
        var values = ImmutableArray.CreateBuilder<decimal>();
        var places = ImmutableArray.CreateBuilder<string>();
        foreach (var (text, at) in body.Values.Take(MostPlaces).Select((text, at) => (text, at)))
        {
            if (string.IsNullOrWhiteSpace(text))
                continue;
            values.Add(Kept(check.Quantity($"values.{at}", text, unit, Most).In(unit).Value, kind, body.Pitches, height));
            places.Add(at < kind.Places.Length ? kind.Places[at] : $"place {at + 1}");
        }

        if (values.Count == 0)
            check.Refuse("values.0", "is missing");
        else if (kind.OfSpread && values.Count < 2)
            check.Refuse("values.1", "is missing: what places differ by needs two or more");
        if (kind.ChainGrowth && values.Any(value => ChainGrowth.Percent(value, ChainGrowth.UsualPitches) is < -1 or > 8))
            check.Refuse("values.0", "is no run of so many pitches of any chain here: count the pitches again");
        return new MeasurementTaken(kind.Names[0], kind.Title, values.ToImmutable(), unit.Symbol)
        {
            Places = places.Count > 1 ? places.ToImmutable() : [],
            Instrument = check.OptionalText("instrument", body.Instrument, 40),
            Photo = body.Photo,
        };
    }

    private const decimal Most = 20_000;

    private static decimal HeightOf(FieldCheck check, string? altitude) =>
        string.IsNullOrWhiteSpace(altitude) ? 0 : check.Quantity("altitude", altitude, Unit.Metre, 5_000).In(Unit.Metre).Value;

    /// <summary>As the book keeps it: a chain over 20 pitches, a pressure as it would be at sea level.</summary>
    private static decimal Kept(decimal value, WearKind kind, int? pitches, decimal height) =>
        kind.ChainGrowth && pitches is { } over and > 0 ? Math.Round(value * ChainGrowth.UsualPitches / over, 2)
        : kind.AtSeaLevel && height > 0 ? Math.Round(value * (decimal)StandardAtmosphere.SeaLevelShare((double)height), 0)
        : value;
}
