using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Core.Tests.Viewings;

public sealed class PlanSaysTests
{
    private static PlanSays? Says(string point, string set, MeterAmount? told) =>
        PlanSays.At(
            Given.Content.Viewing.ById[point],
            Given.Content.Sets.Single(one => one.Id == set).Profile,
            told,
            Given.Content.Schedules
        );

    private static MeterAmount Miles(decimal miles) => MeterAmount.From(new(miles, Unit.Mile));

    // The interval of the shipped road schedule is 24,000 miles.
    [Theory]
    [InlineData(0, 0, 24_000)]
    [InlineData(23_999, 0, 24_000)]
    [InlineData(24_000, 1, 48_000)]
    [InlineData(61_300, 2, 72_000)]
    public void A_valve_check_is_held_against_what_the_dash_shows(int told, int times, int next)
    {
        var says = Says("papers.valve-check", "road-twin", Miles(told))!;
        says.Times.ShouldBe(times);
        says.NextAt.In(Unit.Mile).Value.ShouldBe(next, 0.001m);
        says.Every.In(Unit.Mile).Value.ShouldBe(24_000, 0.001m);
    }

    [Fact]
    public void Nothing_is_said_without_a_meter_or_for_a_point_of_no_task_or_by_a_meter_that_the_plan_does_not_count()
    {
        Says("papers.valve-check", "road-twin", null).ShouldBeNull();
        Says("papers.keys", "road-twin", Miles(30_000)).ShouldBeNull();
        Says("papers.valve-check", "road-twin", MeterAmount.From(new(300, Unit.Hour))).ShouldBeNull();
    }

    [Fact]
    public void Every_task_that_a_point_names_is_one_of_the_plan_of_a_bike_that_it_is_asked_of()
    {
        var named = Given.Content.Viewing.Points.Where(point => point.Task is not null).ToList();
        named.Count.ShouldBeGreaterThan(1);
        foreach (var point in named)
            Given
                .Content.Sets.Any(set => Schedule.TasksOf(set.Profile, Given.Content.Schedules).Any(item => item.Task.Id == point.Task))
                .ShouldBeTrue(point.Id);
    }

    // Whatever the meter: the next one lies within one interval above it.
    [Fact]
    public void The_next_one_is_never_further_than_an_interval_away()
    {
        var random = new Random(5);
        foreach (var set in Given.Content.Sets)
        foreach (var point in Given.Content.Viewing.Points)
        {
            var told = set.Profile.Odometer is null ? MeterAmount.From(new(random.Next(0, 900), Unit.Hour)) : Miles(random.Next(0, 90_000));
            if (Says(point.Id, set.Id, told) is not { } says)
                continue;
            (says.NextAt - told).InBase.ShouldBeInRange(0.000001m, says.Every.InBase, $"{set.Id}, {point.Id}");
            says.Times.ShouldBe((int)(told.InBase / says.Every.InBase));
        }
    }
}
