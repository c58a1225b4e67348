using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Tests.Content;

namespace MuddyLedger.Core.Tests.Bikes;

public class AskedOfABikeTests
{
    [Fact]
    public void Whatever_a_bike_has_is_asked_once_under_one_heading_and_nothing_else()
    {
        foreach (var bike in EveryKind.Pairs)
        {
            var sections = AskedOfABike.Of(bike);
            sections.Select(section => section.Section).ShouldBe(Enum.GetValues<BikeSection>());
            sections.SelectMany(section => section.Figures).Order().ShouldBe(BikeFigures.Of(bike).Order(), EveryKind.Say(bike));
            sections.SelectMany(section => section.Fasteners).Order().ShouldBe(Fasteners.Of(bike).Order(), EveryKind.Say(bike));
            sections.SelectMany(section => section.Reservoirs).Order().ShouldBe(Reservoirs.Of(bike).Order(), EveryKind.Say(bike));
            sections.SelectMany(section => section.Questions).ShouldBeUnique();
        }
    }

    [Fact]
    public void What_a_choice_rules_out_is_not_asked()
    {
        bool Asks(Profile bike, ProfileQuestion question) =>
            AskedOfABike.Of(bike).SelectMany(section => section.Questions).Contains(question);
        Asks(Given.Heron, ProfileQuestion.Valves).ShouldBeFalse();
        Asks(Given.Heron, ProfileQuestion.Reeds).ShouldBeTrue();
        Asks(Given.Drumlin, ProfileQuestion.Reeds).ShouldBeFalse();
        Asks(Given.Drumlin, ProfileQuestion.Fan).ShouldBeTrue();
        Asks(Given.Drumlin with { Cooling = Cooling.Air }, ProfileQuestion.Fan).ShouldBeFalse();
        Asks(Given.Drumlin with { Battery = BatteryKind.None }, ProfileQuestion.BatteryVolts).ShouldBeFalse();
    }

    [Fact]
    public void What_a_job_will_ask_for_is_known_before_it_is_begun()
    {
        var oil = Given.Content.Limits.Into(Given.EngineOil, Given.Drumlin);
        // The plug's torque is entered, the filter's is not.
        MissingFigures.Of(Given.Drumlin, [oil]).Select(missing => missing.Field).ShouldBe(["torques.oil-filter"]);
        var bare = Given.Drumlin with { Reservoirs = Given.Drumlin.Reservoirs.Remove(ReservoirId.Engine) };
        MissingFigures.Of(bare, [oil]).Select(missing => missing.Field).ShouldContain("reservoirs.engine");
        // What the table of limits judges is not missing.
        var charging = Given.Content.Limits.Into(Given.Content.Job("charging-test")!, Given.Drumlin);
        MissingFigures.Of(Given.Drumlin, [charging]).Select(missing => missing.Field).ShouldNotContain("figures.resting-voltage");
    }
}
