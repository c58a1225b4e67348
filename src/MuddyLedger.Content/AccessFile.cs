using System.Collections.Immutable;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Content;

internal static class AccessFile
{
    public static AccessGroup Read(string file, string text)
    {
        var root = YamlMap.Load(file, text);
        var group = new AccessGroup(
            Id: root.Text("id"),
            Title: root.Text("title"),
            Applies: root.Applies("applies"),
            Requires: [.. root.Maps("requires").Select(ReadNeed)],
            BlocksRunning: root.Flag("blocks-running"),
            Minutes: root.Whole("minutes", 0, 600),
            Provenance: root.Provenance(),
            Open: [.. root.Maps("open").Select(map => StepFile.Read(map, []))],
            Close: [.. root.Maps("close").Select(map => StepFile.Read(map, []))]
        )
        {
            NotWith = root.Texts("not-with"),
        };
        root.RefuseTheRest();
        Check(root, group);
        return group;
    }

    private static AccessNeed ReadNeed(YamlMap map)
    {
        var need = new AccessNeed(map.Text("group"), map.Applies("applies"));
        map.RefuseTheRest();
        return need;
    }

    /// <summary>All that comes off in opening goes back on in closing, and what waits for what follows from the order.</summary>
    private static void Check(YamlMap root, AccessGroup group)
    {
        if (group.Open.IsEmpty != group.Close.IsEmpty)
            throw root.Wrong("a group that opens something closes it, and the other way round");
        var all = group.Open.Concat(group.Close).ToList();
        foreach (var step in all.Where(step => !step.After.IsEmpty || !step.AfterOthers.IsEmpty || !step.Within.IsEmpty))
            throw root.Wrong($"\"{step.Id}\": steps of a group follow each other; \"after\" and \"within\" belong to jobs");
        if (group.NotWith.Contains(group.Id))
            throw root.Wrong("not-with", "names the group itself");
        foreach (var step in all.GroupBy(step => step.Id).Where(same => same.Count() > 1))
            throw root.Wrong("id", $"\"{step.Key}\" stands twice");
        var off = group.Open.SelectMany(step => step.Tray).Select(part => part.Id).ToList();
        var on = group.Close.SelectMany(step => step.Refits).ToList();
        foreach (var part in off.Where(part => !on.Contains(part)))
            throw root.Wrong("close", $"no step refits \"{part}\"");
        foreach (var part in on.Where(part => !off.Contains(part)))
            throw root.Wrong("close", $"nothing called \"{part}\" goes on the tray");
    }
}
