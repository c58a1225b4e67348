using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Viewings;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.Content;

/// <summary>The content files, read and checked once at start.</summary>
public sealed record ContentLibrary(
    ImmutableArray<Schedule> Schedules,
    ImmutableArray<Job> Jobs,
    ImmutableDictionary<string, AccessGroup> Access,
    ImmutableArray<ProfileSet> Sets,
    ViewingContent Viewing
)
{
    /// <summary>Reads every YAML file of sets/, schedules/, access/, jobs/, limits/, wear/, points/ and claims/ below a folder.</summary>
    /// <exception cref="ContentException">The first file that cannot be used, with line and reason.</exception>
    public static ContentLibrary Load(string folder) => Read(FilesOf(folder));

    /// <summary>Reads the same files, wherever they come from.</summary>
    /// <param name="files">By their path below the content folder, with slashes: "jobs/engine-oil.yaml".</param>
    /// <exception cref="ContentException">The first file that cannot be used, with line and reason.</exception>
    public static ContentLibrary Read(IReadOnlyDictionary<string, string> files)
    {
        var jobs = ReadAll(files, "jobs", JobFile.Read, job => job.Id);
        var access = ReadAll(files, "access", AccessFile.Read, group => group.Id);
        var schedules = ReadAll(files, "schedules", ScheduleFile.Read, schedule => schedule.Id);
        var sets = ReadAll(files, "sets", SetFile.Read, set => set.Id);
        var limits = new LimitTable([.. ReadAll(files, "limits", LimitsFile.Read, rows => rows[0].Id).SelectMany(pair => pair.Value)]);
        var points = ReadAll(files, "points", (file, text) => PointsFile.Read(file, text, limits), stage => stage.Stage.ToString());
        var claims = ReadAll(files, "claims", ClaimsFile.Read, file => file.Claims[0].Id);
        var wear = ReadAll(files, "wear", WearFile.Read, kinds => kinds[0].Id);
        CheckAcross(schedules, jobs, sets);
        CheckWear(wear, schedules);
        CheckAccess(access, jobs);
        CheckOthers(jobs, [.. jobs.Select(pair => pair.Value)]);
        foreach (var (file, job) in jobs)
            CheckJudges(file, job, limits);
        var viewing = CheckViewing(points, claims, schedules);
        return new(
            [.. schedules.Select(pair => pair.Value)],
            [.. jobs.Select(pair => pair.Value)],
            access.ToImmutableDictionary(pair => pair.Value.Id, pair => pair.Value),
            [.. sets.Select(pair => pair.Value)],
            viewing
        )
        {
            Limits = limits,
            Wear = [.. wear.SelectMany(pair => pair.Value)],
            JobTexts = jobs.ToImmutableDictionary(pair => pair.Value.Id, pair => pair.File.Text),
        };
    }

    /// <summary>What a reading is held against where the maker's figure is not known.</summary>
    public LimitTable Limits { get; private init; } = LimitTable.Empty;

    /// <summary>What wears, how it is measured and where its end is.</summary>
    public ImmutableArray<WearKind> Wear { get; private init; } = [];

    /// <summary>The files of the jobs, as they were read: to be copied and changed.</summary>
    public ImmutableDictionary<string, string> JobTexts { get; private init; } = ImmutableDictionary<string, string>.Empty;

    public string? JobText(string id) => JobTexts.GetValueOrDefault(id);

    public Job? Job(string id) => Jobs.FirstOrDefault(job => job.Id == id);

    /// <summary>The jobs that fit a bike.</summary>
    public IEnumerable<Job> JobsFor(Profile bike)
    {
        var capabilities = Capabilities.Of(bike);
        return Jobs.Where(job => job.Applies.To(capabilities));
    }

    /// <summary>A job of the owner's own, read as strictly as a shipped one.</summary>
    /// <exception cref="ContentException">With line and reason.</exception>
    public Job ReadJob(string name, string text)
    {
        var job = JobFile.Read(name, text);
        var file = new ContentText(name, text);
        CheckAccess([.. Access.Values.Select(group => (ContentText.None, group))], [(file, job)]);
        CheckOthers([(file, job)], [.. Jobs, job]);
        CheckJudges(file, job, Limits);
        var tasks = Schedules
            .SelectMany(schedule => schedule.Components)
            .SelectMany(component => component.Tasks)
            .Select(task => task.Id)
            .ToHashSet();
        foreach (var serves in job.Serves.Where(serves => !tasks.Contains(serves.Task)))
            throw file.Wrong(serves.Task, $"serves: no schedule has a task \"{serves.Task}\"");
        return job;
    }

    private static void CheckWear(
        ImmutableArray<(ContentText File, ImmutableArray<WearKind> Value)> wear,
        ImmutableArray<(ContentText File, Schedule Value)> schedules
    )
    {
        var tasks = schedules
            .SelectMany(pair => pair.Value.Components)
            .SelectMany(component => component.Tasks)
            .Select(task => task.Id)
            .ToHashSet();
        var known = new HashSet<string>();
        foreach (var (file, kinds) in wear)
        foreach (var kind in kinds)
        {
            if (!known.Add(kind.Id))
                throw file.Wrong(kind.Id, $"the series \"{kind.Id}\" stands twice");
            foreach (var task in kind.Tasks.Where(task => !tasks.Contains(task)))
                throw file.Wrong(task, $"{kind.Id}: no schedule has a task \"{task}\"");
        }
    }

    private static void CheckJudges(ContentText file, Job job, LimitTable limits)
    {
        foreach (var step in job.Steps)
            if (step.Judge is { } row && limits.Row(row)?.Unit != Core.Units.Unit.Millilitre)
                throw file.Wrong(row, $"{step.Id}: the table of limits has no row \"{row}\" in ml");
    }

    private static void CheckAccess(
        ImmutableArray<(ContentText File, AccessGroup Value)> access,
        ImmutableArray<(ContentText File, Job Value)> jobs
    )
    {
        var known = access.Select(pair => pair.Value.Id).ToHashSet();
        foreach (var (file, group) in access)
        foreach (var need in group.Requires.Where(need => !known.Contains(need.Group)))
            throw file.Wrong(need.Group, $"requires: there is no access group \"{need.Group}\"");
        foreach (var (file, group) in access)
        foreach (var id in group.NotWith.Where(id => !known.Contains(id)))
            throw file.Wrong(id, $"not-with: there is no access group \"{id}\"");
        foreach (var (file, job) in jobs)
        foreach (var step in job.Steps)
        foreach (var id in step.Within.Concat(step.Closed).Where(id => !known.Contains(id)))
            throw file.Wrong(id, $"{step.Id}: there is no access group \"{id}\"");
    }

    private static void CheckOthers(ImmutableArray<(ContentText File, Job Value)> jobs, ImmutableArray<Job> all)
    {
        foreach (var (file, job) in jobs)
        foreach (var step in job.Steps)
        foreach (var other in step.AfterOthers)
        {
            var (name, wanted) = other.Split('/', 2) is [var named, var at] ? (named, at) : (other, null);
            var found = all.FirstOrDefault(one => one.Id == name);
            if (found is null || name == job.Id)
                throw file.Wrong(other, $"{step.Id}: after-others: there is no other job \"{name}\"");
            if (wanted is not null && found.Steps.All(one => one.Id != wanted))
                throw file.Wrong(other, $"{step.Id}: after-others: the job \"{name}\" has no step \"{wanted}\"");
        }
    }

    private static Dictionary<string, string> FilesOf(string folder) =>
        Directory.Exists(folder)
            ? Directory
                .EnumerateFiles(folder, "*.yaml", SearchOption.AllDirectories)
                .ToDictionary(path => Path.GetRelativePath(folder, path).Replace('\\', '/'), System.IO.File.ReadAllText)
            : [];

    private static ImmutableArray<(ContentText File, T Value)> ReadAll<T>(
        IReadOnlyDictionary<string, string> files,
        string kind,
        Func<string, string, T> read,
        Func<T, string> idOf
    )
    {
        var all = files
            .Where(file => file.Key.StartsWith($"{kind}/", StringComparison.Ordinal))
            .OrderBy(file => file.Key, StringComparer.Ordinal)
            .Select(file => (File: new ContentText(file.Key, file.Value), Value: read(file.Key, file.Value)))
            .ToImmutableArray();
        if (all.IsEmpty)
            throw new ContentException($"{kind}/", 1, "this folder is missing, or holds no file");
        foreach (var same in all.GroupBy(pair => idOf(pair.Value)).Where(group => group.Count() > 1))
            throw same.Last().File.Wrong(same.Key, $"the id \"{same.Key}\" is taken by {same.First().File.Name}");
        return all;
    }

    private static ViewingContent CheckViewing(
        ImmutableArray<(ContentText File, StagePoints Value)> stages,
        ImmutableArray<(ContentText File, SellersWords Value)> claims,
        ImmutableArray<(ContentText File, Schedule Value)> schedules
    )
    {
        var points = new Dictionary<string, Point>();
        foreach (var (file, stage) in stages)
        foreach (var point in stage.Points)
            if (!points.TryAdd(point.Id, point))
                throw file.Wrong(point.Id, $"the point \"{point.Id}\" stands twice");
        var known = new HashSet<string>();
        foreach (var (file, list) in claims)
        foreach (var claim in list.Claims)
        {
            if (
                claim.Task is { } task
                && schedules.All(pair => pair.Value.Components.All(component => component.Tasks.All(one => one.Id != task)))
            )
                throw file.Wrong(task, $"{claim.Id}: no schedule has a task \"{task}\"");
            if (!known.Add(claim.Id))
                throw file.Wrong(claim.Id, $"the claim \"{claim.Id}\" stands twice");
            foreach (var test in claim.Tests.Where(test => !points.ContainsKey(test.Point)))
                throw file.Wrong(test.Point, $"{claim.Id}: there is no point \"{test.Point}\"");
        }

        return new(
            [.. points.Values],
            [.. claims.SelectMany(pair => pair.Value.Claims)],
            [.. claims.SelectMany(pair => pair.Value.Questions)]
        );
    }

    private static void CheckAcross(
        ImmutableArray<(ContentText File, Schedule Value)> schedules,
        ImmutableArray<(ContentText File, Job Value)> jobs,
        ImmutableArray<(ContentText File, ProfileSet Value)> sets
    )
    {
        var tasks = schedules
            .SelectMany(pair => pair.Value.Components)
            .SelectMany(component => component.Tasks)
            .Select(task => task.Id)
            .ToHashSet();
        foreach (var (file, job) in jobs)
        foreach (var serves in job.Serves.Where(serves => !tasks.Contains(serves.Task)))
            throw file.Wrong(serves.Task, $"serves: no schedule has a task \"{serves.Task}\"");
        foreach (var (file, schedule) in schedules)
        foreach (var task in schedule.Components.SelectMany(component => component.Tasks))
        {
            foreach (var job in task.JobsBy.Select(by => by.Job).Append(task.Job).OfType<string>())
                if (jobs.All(pair => pair.Value.Id != job))
                    throw file.Wrong(job, $"{task.Id}: there is no job \"{job}\"");
            foreach (var resets in task.Resets.Where(id => !tasks.Contains(id)))
                throw file.Wrong(
                    resets[(resets.IndexOf('.', StringComparison.Ordinal) + 1)..],
                    $"{task.Id}: resets \"{resets}\", which is no task"
                );
        }

        // Two files that give the same bike the same task would make it stand twice on its page.
        foreach (var (file, set) in sets)
        foreach (
            var same in Schedule
                .TasksOf(set.Profile, schedules.Select(pair => pair.Value))
                .GroupBy(item => item.Task.Id)
                .Where(group => group.Count() > 1)
        )
            throw file.Wrong("id", $"a bike of this set gets the task \"{same.Key}\" from more than one schedule");
    }
}
