using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Ledger;

/// <summary>
/// A corrected line is the same line with other words. So a book with corrections and strikes must answer like the book that was written
/// right at once: the second is made here by brute force, without a correction in it.
/// </summary>
public class CorrectionTests
{
    private enum Kind
    {
        Finding,
        Ride,
        ForNow,
        Reading,
        Level,
        Note,
    }

    private sealed record Line(Kind Kind, int Ago, int Number, bool Closed, int Corrections, bool CloseCorrected, bool Struck);

    private static readonly Gen<Line[]> Books = Gen.Select(
        Gen.Enum<Kind>(),
        Gen.Int[0, 12],
        Gen.Int[1, 90],
        Gen.Bool,
        Gen.Int[0, 3],
        Gen.Bool,
        Gen.Int[0, 5],
        (kind, ago, number, closed, corrections, close, struck) => new Line(kind, ago, number, closed, corrections, close, struck == 0)
    ).Array[0, 14];

    [Fact]
    public void A_book_with_corrections_answers_like_the_book_that_was_written_right_at_once() =>
        Books.Sample(
            lines =>
            {
                var (mended, right) = (new LedgerBuilder(), new LedgerBuilder());
                var closes = new List<Action>();
                foreach (var (line, at) in lines.OrderByDescending(line => line.Ago).Select((line, at) => (line, at)))
                {
                    var day = Given.Today.PlusDays(-line.Ago);
                    var first = mended.Write(
                        day,
                        Body(line.Kind, at, line.Corrections == 0 ? line.Number : line.Number + line.Corrections)
                    );
                    var state = first;
                    for (var left = line.Corrections - 1; left >= 0; left--)
                        state = mended.Correct(state, Body(line.Kind, at, line.Number + left));
                    var once = right.Write(day, Body(line.Kind, at, line.Number));
                    if (line.Struck)
                    {
                        mended.Strike(state);
                        right.Strike(once);
                    }

                    if (!line.Closed || Close(line.Kind, at) is not { } close)
                        continue;
                    // It refers to the line as it was first written, which by now may have been corrected three times.
                    closes.Add(() =>
                    {
                        var ended = mended.Write(Given.Today, close(first.Id, "?"));
                        if (line.CloseCorrected)
                            mended.Correct(ended, close(state.Id, "put right"));
                        right.Write(Given.Today, close(once.Id, "put right"));
                    });
                }
                foreach (var close in closes)
                    close();

                string[] Open(LedgerBuilder book) => [.. OpenFindings.Of(book.Ledger).Select(open => open.Body.Title)];
                string[] ForNow(LedgerBuilder book) => [.. Core.Jobs.UndoList.Of(book.Ledger, [], Given.Day).Select(one => one.Thing)];
                string[] Gates(LedgerBuilder book) =>
                    [.. Given.Line(Given.Drumlin, book.Ledger).Reasons.Select(reason => $"{reason.Gate} {reason.State} {reason.Why}")];
                string[] Order(LedgerBuilder book) => [.. book.Ledger.InForce.Select(entry => Words(entry.Body))];

                Open(mended).ShouldBe(Open(right));
                ForNow(mended).ShouldBe(ForNow(right));
                Gates(mended).ShouldBe(Gates(right));
                Order(mended).ShouldBe(Order(right), "a correction takes the place of what it corrects");
            },
            iter: 300
        );

    private static EntryBody Body(Kind kind, int at, int number) =>
        kind switch
        {
            Kind.Finding => new FindingOpened($"fault {at}, {number}", number % 2 == 0 ? FindingSeverity.Stop : FindingSeverity.Watch),
            Kind.Ride => new RideDone(Distance.FromMetres(number * 1_000), null, $"ride {at}"),
            Kind.ForNow => new LeftForNow($"thing-{at}", $"a rag {number}", Core.Jobs.ForNow.InPlace) { Shuts = (Gate)(number % 3) },
            Kind.Reading => new MeterRead(Given.Miles(20_000 + (at * 100) + number)),
            Kind.Level => new LevelSeen(Core.Bikes.ReservoirId.Engine, (Core.Fluids.Level)(number % 4)),
            _ => new NoteWritten($"note {at}, {number}"),
        };

    private static Func<EntryId, string, EntryBody>? Close(Kind kind, int at) =>
        kind switch
        {
            Kind.Finding => (id, how) => new FindingClosed(id, how),
            Kind.ForNow => (_, how) => new ForNowUndone($"thing-{at}", "a rag", how),
            _ => null,
        };

    /// <summary>A line's words without the identities in it, which differ between two books.</summary>
    private static string Words(EntryBody body) =>
        body is FindingClosed ? "closed"
        : body is ForNowUndone undone ? $"undone {undone.Thing}"
        : $"{body}";
}
