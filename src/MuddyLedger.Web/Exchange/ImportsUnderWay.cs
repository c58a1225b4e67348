using System.Collections.Concurrent;

namespace MuddyLedger.Web.Exchange;

public enum ImportStage
{
    /// <summary>It is coming in, and is judged as it comes.</summary>
    Reading,

    /// <summary>Every page of it is answered once.</summary>
    Proving,

    /// <summary>It is put into the shed.</summary>
    Keeping,
}

/// <summary>How far taking in a copy has come.</summary>
/// <param name="Stage">What is being done.</param>
/// <param name="Bytes">So much of it was read.</param>
/// <param name="Bikes">Read so far.</param>
/// <param name="Entries">Lines of books read so far.</param>
/// <param name="Photos">Read so far.</param>
/// <param name="Pages">So many pages of it have answered.</param>
public sealed record ImportProgress(ImportStage Stage, long Bytes, int Bikes, int Entries, int Photos, int Pages);

/// <summary>How far each import has come, for as long as it runs.</summary>
public sealed class ImportsUnderWay
{
    private readonly ConcurrentDictionary<Guid, ImportProgress> _all = new();

    public ImportProgress? Of(Guid id) => _all.GetValueOrDefault(id);

    public void Say(Guid id, ImportProgress progress) => _all[id] = progress;

    public void End(Guid id) => _all.TryRemove(id, out _);
}
