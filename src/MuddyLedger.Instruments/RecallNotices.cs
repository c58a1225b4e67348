using System.Collections.Immutable;
using NodaTime;

namespace MuddyLedger.Instruments;

/// <summary>A maker's call to have something put right on certain bikes, free of charge.</summary>
/// <param name="Done">Whether this very bike was seen to.</param>
public sealed record RecallNotice(string Number, string Title, string Danger, LocalDate Issued, bool Done);

/// <summary>Where recall notices are asked for by frame number. A real register can stand behind the same interface.</summary>
public interface IRecallNotices
{
    /// <summary>True where the answers are made up.</summary>
    bool Simulated { get; }

    Task<ImmutableArray<RecallNotice>> OfAsync(string frameNumber, CancellationToken cancel);
}

/// <summary>
/// A stand-in that ships: made-up notices, always the same ones for the same frame number. About one bike in three has one, and of those
/// about half were seen to.
/// </summary>
public sealed class SimulatedRecallNotices : IRecallNotices
{
    private static readonly ImmutableArray<(string Title, string Danger)> Known =
    [
        ("Fuel hose clip", "The clip can work loose and fuel can drip on the exhaust."),
        ("Side stand switch", "The bike can start in gear with the stand down."),
        ("Front brake hose", "The hose can chafe at the lower yoke."),
        ("Rear sprocket bolts", "The bolts can come loose under load."),
        ("Wiring at the steering head", "The engine can cut out when the bars are turned."),
    ];

    public bool Simulated => true;

    public Task<ImmutableArray<RecallNotice>> OfAsync(string frameNumber, CancellationToken cancel)
    {
        // The same on every machine and at every start.
        var seed = frameNumber.Trim().ToUpperInvariant().Aggregate(17u, (hash, letter) => unchecked((hash * 31) ^ letter));
        if (seed % 3 != 0)
            return Task.FromResult(ImmutableArray<RecallNotice>.Empty);
        var (title, danger) = Known[(int)(seed / 3 % (uint)Known.Length)];
        var issued = new LocalDate(2015, 1, 1).PlusDays((int)(seed / 7 % 3_600));
        return Task.FromResult(
            ImmutableArray.Create(new RecallNotice($"MADE-UP-{seed % 1_000:000}", title, danger, issued, Done: seed / 5 % 2 == 0))
        );
    }
}
