using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Jobs;

/// <summary>A run that was set aside half done, and can be taken up again.</summary>
/// <param name="Run">Which.</param>
/// <param name="Date">When.</param>
/// <param name="Words">What was set aside, and why.</param>
public sealed record SetAside(RunId Run, LocalDate Date, string Words)
{
    /// <summary>Between the job's title and the reason, in the note that setting aside leaves.</summary>
    internal const string Joint = " was set aside: ";

    internal static NoteWritten Note(string title, string reason) => new($"{title}{Joint}{reason}");

    /// <summary>The latest first. One whose job was signed off since, in another run, is not waited for any more.</summary>
    public static ImmutableArray<SetAside> Of(BikeLedger ledger)
    {
        var finished = ledger.Each<JobFinished>().ToList();
        return
        [
            .. from pair in ledger.Each<NoteWritten>().Reverse()
            where pair.Entry.Run is not null && pair.Body.Text.Contains(Joint, StringComparison.Ordinal)
            where
                !finished.Exists(done =>
                    done.Entry.Run == pair.Entry.Run
                    || (done.Entry.Place > pair.Entry.Place && pair.Body.Text.StartsWith(done.Body.Title + Joint, StringComparison.Ordinal))
                )
            select new SetAside(pair.Entry.Run!.Value, pair.Entry.Date, pair.Body.Text),
        ];
    }
}
