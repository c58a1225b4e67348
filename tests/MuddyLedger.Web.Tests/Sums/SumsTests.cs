namespace MuddyLedger.Web.Tests.Sums;

public class SumsTests
{
    [Theory]
    [InlineData("premix?fuel=5 L&ratio=50:1", "oil", 100, "ml")]
    [InlineData("premix?fuel=1 US gal&ratio=50", "oil", 76, "ml")]
    [InlineData("correct-a-tank?mix=5 L&from=50&to=32&room=1", "oil", 55, "ml")]
    [InlineData("correct-a-tank?mix=5 L&from=32&to=50", "fuel", 2.73, "L")]
    [InlineData("coolant?share=30&coldest=-20&system=1.5 L&concentrate=100", "replace", 0.21, "L")]
    [InlineData("stabiliser?inTank=4&goesIn=6&dose=2.5", "dose", 25, "ml")]
    public async Task A_sum_answers_in_the_owners_units(string sum, string field, double value, string unit)
    {
        await using var shed = await TestShed.OpenAsync();
        var answer = (
            await shed.GetAsync($"/api/sums/{Uri.EscapeDataString(sum).Replace("%3F", "?").Replace("%3D", "=").Replace("%26", "&")}")
        ).ShouldBeOk()[field]!;
        ((string?)answer["unit"]).ShouldBe(unit);
        ((double)answer["value"]!).ShouldBe(value, 0.006);
    }

    // Richer is not always colder: beyond the table nothing is said to be enough, and water thins it.
    [Theory]
    [InlineData(70, -10, false)]
    [InlineData(57, -10, true)]
    [InlineData(20, -10, false)]
    public async Task A_mix_is_called_enough_only_where_its_freezing_point_is_known(int share, int night, bool enough)
    {
        await using var shed = await TestShed.OpenAsync();
        var answer = (await shed.GetAsync($"/api/sums/coolant?share={share}&coldest={night}&system=2")).ShouldBeOk();
        ((bool)answer["enough"]!).ShouldBe(enough);
        (answer.Body["replace"] is null).ShouldBe(enough);
    }

    [Theory]
    [InlineData("premix?fuel=5 km&ratio=50", "fuel", "is in km")]
    [InlineData("premix?fuel=5&ratio=3", "ratio", "10:1 to 200:1")]
    [InlineData("premix?ratio=50", "fuel", "is missing")]
    [InlineData("coolant?share=130&coldest=-20", "share", "from 0 to 100")]
    [InlineData("coolant?share=30&coldest=cold", "coldest", "not a temperature")]
    [InlineData("gearing?tyre=round&gears=1&front=13&rear=50&rpm=8000", "tyre", "140/80-18")]
    [InlineData("gearing?tyre=140/80-18&gears=1 two&front=13&rear=50&rpm=8000", "gears", "ratios from")]
    [InlineData("fork-oil?tube=5&now=120&wanted=110", "tube", "too narrow")]
    [InlineData("viscosity?coldest=10&hottest=5", "hottest", "colder than")]
    public async Task What_cannot_be_worked_out_names_its_field(string sum, string field, string words)
    {
        await using var shed = await TestShed.OpenAsync();
        (await shed.GetAsync($"/api/sums/{sum.Replace(" ", "%20")}")).ShouldRefuse(field, words);
    }

    [Fact]
    public async Task Gearing_lists_every_gear_and_fork_legs_are_compared()
    {
        await using var shed = await TestShed.OpenAsync();
        var gears = (
            await shed.GetAsync("/api/sums/gearing?tyre=140/80-18&primary=3&gears=2.5%201&front=13&rear=50&rpm=8000")
        ).ShouldBeOk()["gears"]!.AsArray();
        gears.Count.ShouldBe(2);
        // By hand: 8,000 / (3 x 1 x 50/13) x pi x 0.6812 m x 60.
        ((double)gears[1]!["kilometresAnHour"]!).ShouldBe(8000 / (3 * 50.0 / 13) * Math.PI * 0.6812 * 60 / 1000, 0.001);
        var fork = (await shed.GetAsync("/api/sums/fork-oil?tube=40&now=120&wanted=110&other=123")).ShouldBeOk();
        ((double)fork["ml"]!).ShouldBe(12.566, 0.001);
        ((bool)fork["raise"]!, (bool)fork["alike"]!).ShouldBe((true, false));
        (
            (string)(await shed.GetAsync("/api/sums/viscosity?coldest=-18&hottest=28&liquidCooled=false")).ShouldBeOk()["multigrades"]![1]!
        ).ShouldBe("10W-40");
    }
}
