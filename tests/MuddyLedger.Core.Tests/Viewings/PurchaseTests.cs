using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Core.Tests.Viewings;

public class PurchaseTests
{
    public static TheoryData<string, SoldAs> Kinds
    {
        get
        {
            var all = new TheoryData<string, SoldAs>();
            foreach (var set in Given.Content.Sets)
            foreach (var how in Enum.GetValues<SoldAs>())
                all.Add(set.Id, how);
            return all;
        }
    }

    // Property over products of choices: every kind of bike, however it is sold, with none, one, half, all but one and all points seen, at
    // every grade, and with the longest notes that can be typed.
    [Theory]
    [MemberData(nameof(Kinds))]
    public void Buying_never_fails_and_loses_nothing_however_much_was_seen(string set, SoldAs how)
    {
        var details = Details(set, how);
        var points = ViewingSnapshot.PointsOf(details, Given.Content.Viewing);
        foreach (var count in new[] { 0, 1, points.Length / 2, points.Length - 1, points.Length })
        foreach (var grade in Enum.GetValues<Grade>())
        {
            var acts = points
                .Take(count)
                .SelectMany(point => new ViewingAct[] { new PointGraded(point.Id, grade), new PointNoted(point.Id, new string('w', 500)) });
            var snapshot = Snapshot(details, acts);
            var lines = Purchase.Entries(details, snapshot, Money.Of(900), new HashSet<string>(), Given.Today);

            foreach (var found in lines.OfType<FindingOpened>())
            {
                found.Title.Length.ShouldBeInRange(5, 80);
                found.Detail!.Length.ShouldBeLessThanOrEqualTo(500);
            }

            var notes = lines
                .OfType<NoteWritten>()
                .Where(note => note.Text.StartsWith("Never looked at", StringComparison.Ordinal))
                .ToList();
            notes.ShouldEachBe(note => note.Text.Length <= 1_900);
            foreach (var unseen in points.Skip(count).Where(point => point.Weight > 0))
                notes.Any(note => note.Text.Contains(unseen.Title, StringComparison.Ordinal)).ShouldBeTrue(unseen.Id);
        }
    }

    [Fact]
    public void A_finding_says_the_fault_that_was_seen_and_no_more()
    {
        var details = Details("road-twin", SoldAs.Runner);
        FindingOpened Bought(Grade grade) =>
            Purchase
                .Entries(
                    details,
                    Snapshot(
                        details,
                        [new PointGraded("off-the-ground.chain", grade), new PointNoted("off-the-ground.chain", "Master link looks new.")]
                    ),
                    null,
                    new HashSet<string>(),
                    Given.Today
                )
                .OfType<FindingOpened>()
                .ShouldHaveSingleItem();
        Bought(Grade.Worn).Title.ShouldBe("The chain is part worn");
        Bought(Grade.Bad).Title.ShouldBe("The chain is worn out, with tight spots");
        Bought(Grade.Bad).Detail!.ShouldStartWith("Master link looks new.", customMessage: "the buyer's own note first");
        Snapshot(details, [new PointGraded("off-the-ground.chain", Grade.Worn)])
            .Sheet()
            .ShouldHaveSingleItem()
            .Point.SayAt(Grade.Worn)
            .ShouldBe("The chain is part worn.");
    }

    [Fact]
    public void Every_fault_that_is_told_has_a_sentence_for_each_grade_that_it_can_have()
    {
        foreach (var point in Given.Content.Viewing.Points.Where(point => point is { Say: not null, Kind: not PointKind.YesNo }))
        {
            point.SayWorn.ShouldNotBeNull(point.Id);
            point.SayWorn.ShouldNotBe(point.Say, point.Id);
            point.SayAt(Grade.Slight).ShouldBeNull();
        }
    }

    [Theory]
    [InlineData(SoldAs.NonRunner, GateState.NotProven)]
    [InlineData(SoldAs.Project, GateState.NotProven)]
    public void One_bought_after_seventeen_years_standing_is_not_proven_to_crank(SoldAs how, GateState state)
    {
        var details = Details("trials-single", how) with { LastRunYear = 2009 };
        var book = new LedgerBuilder();
        foreach (var line in Purchase.Entries(details, Snapshot(details, []), null, new HashSet<string>(), Given.Today))
            book.Write(Given.Today, line);
        Given.Line(details.Profile, book.Ledger).StateOf(Gate.Cranked).ShouldBe(state);
        var stood = Core.Layup.StandingTime.Of(details.Profile, book.Ledger, Given.Today);
        (stood.Tier, stood.LastRan).ShouldBe((Core.Layup.StoodTier.Revival, new LocalDate(2009, 1, 1)));
    }

    [Fact]
    public void A_text_is_cut_at_a_word_and_says_that_there_was_more()
    {
        Cut.To("twelve whole words", 40).ShouldBe("twelve whole words");
        Cut.To("twelve whole words", 14).ShouldBe("twelve whole\u2026");
        Cut.To(new string('x', 90), 80).Length.ShouldBe(80);
        for (var most = 4; most < 60; most++)
            Cut.To("a \U0001F527 spanner, and one more \U0001F527 for it", most)
                .ShouldSatisfyAllConditions(
                    cut => cut.Length.ShouldBeLessThanOrEqualTo(most),
                    cut => char.IsHighSurrogate(cut[^1]).ShouldBeFalse()
                );
        string.Concat(Cut.Lists("Seen: ", ["one", "two", "three"], 18)).ShouldBe("Seen: one; two.Seen: three.");
        Cut.Lists("Seen: ", [], 18).ShouldBeEmpty();
    }

    private static ViewingDetails Details(string set, SoldAs how) =>
        new()
        {
            Set = set,
            Profile = Given.Named(set, "any"),
            SoldAs = how,
            HourlyRate = Money.Of(0),
            Asking = Money.Of(1_000),
        };

    private static ViewingSnapshot Snapshot(ViewingDetails details, IEnumerable<ViewingAct> acts) =>
        ViewingSnapshot.Of(
            details,
            acts.Select(act => new ViewingEvent(Guid.CreateVersion7(), Given.Noon, "test bench", act)),
            Given.Content.Viewing,
            ImmutableDictionary<string, FaultCost>.Empty,
            Given.Today
        );
}
