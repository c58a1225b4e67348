using MuddyLedger.App.Requests;

namespace MuddyLedger.App.Tests.Sums;

public class BikeSumsHandlersTests
{
    // Over every set that ships and every bike of the demo shed: what a sum begins with is something that its own field reads.
    [Fact]
    public async Task Whatever_a_bike_gives_a_sum_can_be_typed_there()
    {
        var shed = await OwnShed.DemoAsync();
        foreach (var set in OwnShed.Content.Sets)
            await shed.BikeAsync(set.Id);
        var given = new HashSet<string>();
        foreach (var bike in (await shed.Snapshots.AllAsync(OwnShed.Cancel)).Select(snapshot => snapshot.Bike.Id.Value))
        {
            var answer = (await shed.BikeSums.GetAsync(bike, OwnShed.By())).Done();
            foreach (var (field, value) in answer.Values)
            {
                given.Add(field);
                value.ShouldNotBeNullOrWhiteSpace(field);
                // Amounts are read back to what they were.
                if (field is "premix.fuel" or "stabiliser.inTank" or "coolant.system" or "tilt.oil")
                    Read(field, value).Litres.ShouldBeGreaterThan(0, $"{field} of {answer.Nickname}: {value}");
            }
        }

        given.ShouldContain("viscosity.liquidCooled");
        given.ShouldContain("gearing.tyre");
        given.ShouldContain("coolant.system");
    }

    [Fact]
    public async Task A_bike_that_is_not_there_gives_nothing() =>
        (await new OwnShed().BikeSums.GetAsync(OwnShed.NewId(), OwnShed.By())).NotDone(ProblemKind.NotFound);

    private static Core.Units.Volume Read(string field, string text)
    {
        var check = OwnShed.By().Check();
        var volume = check.Volume(field, text, Core.Units.Unit.Litre);
        check.Failed.ShouldBeFalse($"{field}: {text}");
        return volume;
    }
}
