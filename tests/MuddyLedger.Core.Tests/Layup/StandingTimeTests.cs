using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Layup;

public class StandingTimeTests
{
    private static readonly LocalDate Today = Given.Today;

    // Four weeks, six months, two years: common practice, no source. The day itself still belongs to the shorter tier of months and years.
    [Theory]
    [InlineData("P27D", StoodTier.Fresh)]
    [InlineData("P28D", StoodTier.Season)]
    [InlineData("P6M", StoodTier.Season)]
    [InlineData("P6M1D", StoodTier.Long)]
    [InlineData("P2Y", StoodTier.Long)]
    [InlineData("P2Y1D", StoodTier.Revival)]
    public void The_tier_follows_the_last_ride(string ago, StoodTier tier)
    {
        var last = Today.Minus(NodaTime.Text.PeriodPattern.NormalizingIso.Parse(ago).Value);
        var book = new LedgerBuilder();
        book.Write(last, new RideDone(Distance.FromMetres(10_000), null, ""));
        var stood = StandingTime.Of(Given.Drumlin, book.Ledger, Today);
        (stood.Tier, stood.LastRan).ShouldBe((tier, last));
        stood.Because.ShouldContain("a ride is written on that day");
    }

    [Fact]
    public void A_meter_that_moved_is_a_run_and_one_that_did_not_is_none()
    {
        var book = new LedgerBuilder()
            .Reading(Today.PlusYears(-4), Given.Miles(23_000))
            .Reading(Today.PlusYears(-3), Given.Miles(23_400))
            .Reading(Today.PlusDays(-2), Given.Miles(23_400));
        StandingTime.Of(Given.Drumlin, book.Ledger, Today).LastRan.ShouldBe(Today.PlusYears(-3));
        // A new dash shows another figure, and nobody rode for that.
        book.Write(Today.PlusDays(-1), new MeterEpochStarted(Given.Miles(0), Given.Miles(23_400), EpochCause.DashSwapped));
        book.Reading(Today, Given.Miles(0));
        StandingTime.Of(Given.Drumlin, book.Ledger, Today).Tier.ShouldBe(StoodTier.Revival);
        book.Write(Today.PlusDays(-70), new FuelBought(Given.Litres(8), null, true));
        StandingTime
            .Of(Given.Drumlin, book.Ledger, Today)
            .Tier.ShouldBe(StoodTier.Revival, "what was bought once may stand in the tank unburned");
        book.Write(Today.PlusDays(-40), new FuelBought(Given.Litres(8), null, true));
        StandingTime
            .Of(Given.Drumlin, book.Ledger, Today)
            .ShouldSatisfyAllConditions(
                stood => stood.Tier.ShouldBe(StoodTier.Season),
                stood => stood.Because.ShouldContain("40 days ago: it was fuelled")
            );
    }

    [Fact]
    public void Unknown_counts_as_a_revival_unless_the_owner_says_that_it_is_in_use()
    {
        var book = new LedgerBuilder();
        book.Reading(Today, Given.Miles(100));
        StandingTime.Of(Given.Drumlin, book.Ledger, Today).Tier.ShouldBe(StoodTier.Revival);
        var used = Given.Drumlin with { StatedUsePerYear = Given.Miles(2_000) };
        StandingTime.Of(used, book.Ledger, Today).Tier.ShouldBe(StoodTier.Fresh);
    }

    [Fact]
    public void A_lay_up_is_the_last_known_run_but_not_of_one_that_was_taken_in_standing()
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusMonths(-5), new LaidUp());
        StandingTime
            .Of(Given.Drumlin, book.Ledger, Today)
            .ShouldSatisfyAllConditions(
                stood => stood.Tier.ShouldBe(StoodTier.Season),
                stood => stood.LastRan.ShouldBe(Today.PlusMonths(-5))
            );

        var old = new LedgerBuilder();
        old.Write(Today.PlusDays(-50), new TakenIn(TakenInAs.NonRunner));
        old.Write(Today.PlusDays(-50), new LastRan(new(2007, 1, 1), new(2007, 12, 31), "the seller said 2007"));
        old.Write(Today.PlusDays(-49), new LaidUp("stands until it is revived"));
        var stood = StandingTime.Of(Given.Drumlin, old.Ledger, Today);
        (stood.Tier, stood.LastRan).ShouldBe((StoodTier.Revival, new LocalDate(2007, 1, 1)));
        stood.Because.ShouldContain("between 1 January 2007 and 31 December 2007: the seller said 2007");
        // Started in the course of the revival, it is still one that has stood.
        old.Write(Today.PlusDays(-2), new EngineRan("first start"));
        StandingTime
            .Of(Given.Drumlin, old.Ledger, Today)
            .ShouldSatisfyAllConditions(
                again => again.Tier.ShouldBe(StoodTier.Revival),
                again => again.Because.ShouldContain("Its engine was run on 16 April 2026")
            );
        old.Write(Today.PlusDays(-1), new RideDone(Distance.FromMetres(4_000), null, "yard"));
        StandingTime.Of(Given.Drumlin, old.Ledger, Today).Tier.ShouldBe(StoodTier.Fresh);
    }

    [Fact]
    public void A_word_counts_as_a_run_where_words_count()
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusDays(-9), new WordGiven(Gate.Ridden, "I ride it to work"));
        StandingTime.Of(Given.Drumlin, book.Ledger, Today).Tier.ShouldBe(StoodTier.Fresh);
        StandingTime.Of(Given.Drumlin, book.Ledger, Today, words: false).Tier.ShouldBe(StoodTier.Revival);
    }

    [Theory]
    [InlineData(3, "season")]
    [InlineData(100, "season")]
    [InlineData(400, "long")]
    [InlineData(4000, "revival")]
    public void The_choice_of_a_job_takes_its_default_from_it(int days, string option)
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusDays(-days), new RideDone(null, null, ""));
        var stood = StandingTime.Of(Given.Drumlin, book.Ledger, Today);
        var choice = stood.Into(Given.Content.Job("recommissioning")!).Steps.First(step => step.Id == "stood").Choice!;
        (choice.Default, choice.Because).ShouldBe((option, stood.Because));
        // And what hangs on it follows, before anybody has chosen.
        var plan = JobPlan.For(stood.Into(Given.Content.Job("recommissioning")!), Given.Drumlin);
        plan.Steps.Any(planned => planned.Step.Id == "bore").ShouldBe(option == "revival");
        StandingTime.Words.ShouldBe(["fresh", "season", "long", "revival"]);
    }
}
