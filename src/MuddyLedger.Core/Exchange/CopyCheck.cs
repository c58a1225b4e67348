using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Core.Exchange;

/// <summary>
/// Judges a copy piece by piece as it is read, so that a large one is never held whole: what cannot be true is refused by its path, in
/// words. What pieces say of each other is judged at the <see cref="End"/>.
/// </summary>
public sealed class CopyCheck(int thisYear)
{
    private readonly HashSet<Guid> _ids = [];
    private readonly HashSet<Guid> _bikes = [];
    private readonly HashSet<Guid> _runs = [];
    private readonly HashSet<Guid> _photos = [];
    private readonly HashSet<string> _jobs = new(StringComparer.Ordinal);
    private readonly List<(string Path, Guid Id, string Words, HashSet<Guid> Among)> _asked = [];

    /// <summary>What stands at the head of every copy.</summary>
    public static IEnumerable<Refusal> Head(string? format, int? version)
    {
        if (format != ShedCopy.FormatName)
            yield return new("format", $"is not {ShedCopy.FormatName}: this is no copy of a shed");
        else if (version is null or < 1 or > CoreJson.Version)
            yield return new(
                "version",
                $"is {version?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? "missing"}, and this "
                    + $"Muddy Ledger reads up to {CoreJson.Version}: take a newer one"
            );
    }

    /// <summary>What is wrong with one bike of a copy and with its book.</summary>
    /// <param name="at">Its place among the bikes of the copy, from 0.</param>
    public IEnumerable<Refusal> Bike(int at, BikeCopy bike)
    {
        var path = $"bikes.{at}";
        if (MissingValues.First(bike, path) is { } hole)
            return [hole];
        var refusals = new List<Refusal>();
        Once(refusals, $"{path}.id", bike.Id);
        _bikes.Add(bike.Id);
        refusals.AddRange(
            ProfileCheck.Of(bike.Profile, thisYear).Select(refusal => new Refusal($"{path}.profile.{refusal.Field}", refusal.Words))
        );
        var entries = bike.Entries.Select(entry => entry.Id).ToHashSet();
        var runs = bike.Runs.Select(run => run.Id).ToHashSet();
        foreach (var (entry, line) in bike.Entries.Select((entry, line) => (entry, line)))
        {
            Once(refusals, $"{path}.entries.{line}.id", entry.Id);
            if (entry.Run is { } run && !runs.Contains(run))
                refusals.Add(new($"{path}.entries.{line}.run", "is no job run of this bike"));
            if (entry.Corrects is { } corrects && (!entries.Contains(corrects) || corrects == entry.Id))
                refusals.Add(new($"{path}.entries.{line}.corrects", "is no other line of this bike"));
            if (entry.Body is PhotoTaken taken)
                _asked.Add(($"{path}.entries.{line}.body.photo", taken.Photo, "is no picture of this copy", _photos));
        }

        foreach (var (strike, line) in bike.Strikes.Select((strike, line) => (strike, line)))
            if (!entries.Contains(strike.Entry))
                refusals.Add(new($"{path}.strikes.{line}.entry", "is no line of this bike"));
        foreach (var twice in bike.Strikes.GroupBy(strike => strike.Entry).Where(group => group.Count() > 1))
            refusals.Add(new($"{path}.strikes", $"strike the line {twice.Key} more than once"));
        foreach (var (run, line) in bike.Runs.Select((run, line) => (run, line)))
        {
            Once(refusals, $"{path}.runs.{line}.id", run.Id);
            _runs.Add(run.Id);
            foreach (var (tap, number) in run.Taps.Select((tap, number) => (tap, number)))
                Once(refusals, $"{path}.runs.{line}.taps.{number}.id", tap.Id);
        }

        if (refusals.Count == 0 && CorrectionRing(bike) is { } ring)
            refusals.Add(new($"{path}.entries", $"correct each other in a ring at {ring}"));
        return refusals;
    }

    /// <summary>What is wrong with one viewing of a copy.</summary>
    /// <param name="at">Its place among the viewings of the copy, from 0.</param>
    public IEnumerable<Refusal> Viewing(int at, ViewingCopy viewing)
    {
        var path = $"viewings.{at}";
        if (MissingValues.First(viewing, path) is { } hole)
            return [hole];
        var refusals = new List<Refusal>();
        Once(refusals, $"{path}.id", viewing.Id);
        foreach (var (tap, number) in viewing.Taps.Select((tap, number) => (tap, number)))
        {
            Once(refusals, $"{path}.taps.{number}.id", tap.Id);
            if (tap.Act is PointPictured pictured)
                _asked.Add(($"{path}.taps.{number}.act.photo", pictured.Photo, "is no picture of this copy", _photos));
        }

        if (viewing.Bike is { } bought)
            _asked.Add(($"{path}.bike", bought, "is no bike of this copy", _bikes));
        return refusals;
    }

    /// <summary>What is wrong with one thing on the shelf of a copy.</summary>
    /// <param name="at">Its place on the shelf of the copy, from 0.</param>
    public IEnumerable<Refusal> Stock(int at, StockCopy stock)
    {
        var path = $"shelf.{at}";
        if (MissingValues.First(stock, path) is { } hole)
            return [hole];
        var refusals = new List<Refusal>();
        Once(refusals, $"{path}.id", stock.Id);
        foreach (var (move, number) in stock.Moves.Select((move, number) => (move, number)))
        {
            Once(refusals, $"{path}.moves.{number}.id", move.Id);
            if (move.Run is { } run)
                _asked.Add(($"{path}.moves.{number}.run", run, "is no job run of this copy", _runs));
        }

        return refusals;
    }

    /// <summary>What is wrong with one job of a copy, but for its text, which its reader judges.</summary>
    /// <param name="at">Its place among the jobs of the copy, from 0.</param>
    public IEnumerable<Refusal> Job(int at, OwnJobCopy job)
    {
        if (MissingValues.First(job, $"jobs.{at}") is { } hole)
            return [hole];
        return _jobs.Add(job.Id) ? [] : [new("jobs", $"hold \"{job.Id}\" more than once")];
    }

    /// <summary>A picture may have the id of the line or tap that brought it, but of no other picture.</summary>
    public IEnumerable<Refusal> Photo(int at, PhotoCopy photo) =>
        MissingValues.First(photo, $"photos.{at}") is { } hole ? [hole]
        : _photos.Add(photo.Id) ? []
        : [new($"photos.{at}.id", "stands twice in the file")];

    /// <summary>What one piece says of another that is not there.</summary>
    public IEnumerable<Refusal> End() =>
        _asked.Where(asked => !asked.Among.Contains(asked.Id)).Select(asked => new Refusal(asked.Path, asked.Words));

    private void Once(List<Refusal> refusals, string path, Guid id)
    {
        if (!_ids.Add(id))
            refusals.Add(new(path, "stands twice in the file"));
    }

    private static Guid? CorrectionRing(BikeCopy bike)
    {
        var corrects = bike
            .Entries.Where(entry => entry.Corrects is not null)
            .ToDictionary(entry => entry.Id, entry => entry.Corrects!.Value);
        var cleared = new HashSet<Guid>();
        foreach (var start in corrects.Keys)
        {
            var seen = new HashSet<Guid>();
            for (var at = start; corrects.TryGetValue(at, out var next) && !cleared.Contains(at); at = next)
                if (!seen.Add(at))
                    return at;
            cleared.UnionWith(seen);
        }

        return null;
    }
}
