using MuddyLedger.App.Bikes;
using MuddyLedger.App.Figures;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.App.Tests.Figures;

public class FigureHandlersTests
{
    private readonly OwnShed _shed = new();

    private static FigureLine Line(FigureCardAnswer card, string field) =>
        card.Sections.SelectMany(section => section.Lines).Single(line => line.Field == field);

    private Task<Outcome<FigureCardAnswer>> EnterAsync(Guid bike, string field, string text, string? source = null) =>
        _shed.Figures.EnterAsync(bike, new(OwnShed.NewId(), field, text, FigureSource.Manual, source), OwnShed.By());

    [Theory]
    [InlineData("torques.rear-axle", "77 lb-ft", "104.4 N m")]
    [InlineData("figures.plug-gap", "0.8 to 0.9 mm", "0.8 to 0.9 mm")]
    [InlineData("figures.intake-clearance", "0.13 to 0.2", "0.13 to 0.20 mm")]
    [InlineData("figures.fan-on", "102", "102 °C")]
    [InlineData("figures.unworn-front-disc", "5 mm", "5 mm")]
    [InlineData("reservoirs.engine.drainOnly", "2.6 qt", "2.46 L")]
    [InlineData("reservoirs.coolant.grade", "glycol, 50%", "glycol, 50%")]
    [InlineData("parts.oil filter", "DC-1138", "DC-1138")]
    public async Task A_figure_is_typed_once_and_stands_on_the_card_with_its_page(string field, string typed, string shown)
    {
        var bike = (await _shed.BikeAsync()).Id;
        var card = (await EnterAsync(bike, field, typed, "p. 9-1")).Done();
        Line(card, field).Words.ShouldBe(shown);
        if (!field.StartsWith("parts", StringComparison.Ordinal))
            Line(card, field).From!.Source.ShouldBe("p. 9-1");
        // And the profile keeps it through a change of anything else.
        var profile = (await _shed.Bikes.GetAsync(bike, OwnShed.By())).Done();
        (
            await _shed.Bikes.ChangeAsync(
                bike,
                new(OwnShed.NewId(), profile.Profile with { Nickname = "Other" }),
                OwnShed.By(profile.Version)
            )
        ).Done();
        Line((await _shed.Figures.CardAsync(bike, OwnShed.By())).Done(), field).Words.ShouldBe(shown);
    }

    [Theory]
    [InlineData("torques.rear-axle", "tight", "text")]
    [InlineData("torques.rear-axle", "", "text")]
    [InlineData("torques.rear-axle", "9000 N m", "text")]
    [InlineData("torques.left-ear", "10 N m", "field")]
    [InlineData("figures.plug-gap", "0.9 to 0.8 mm", "text")]
    [InlineData("reservoirs.engine.colour", "red", "field")]
    [InlineData("reservoirs.engine.drainOnly", "900 L", "text")]
    [InlineData("nonsense", "1", "field")]
    public async Task What_cannot_be_is_refused_by_field_and_changes_nothing(string field, string typed, string refused)
    {
        var bike = (await _shed.BikeAsync()).Id;
        var before = (await _shed.Bikes.GetAsync(bike, OwnShed.By())).Done().Version;
        (await EnterAsync(bike, field, typed)).NotDone(ProblemKind.Refused).Fields!.Keys.ShouldContain(refused);
        (await _shed.Bikes.GetAsync(bike, OwnShed.By())).Done().Version.ShouldBe(before);
    }

    [Fact]
    public async Task What_the_coming_jobs_want_is_said_and_no_more_once_it_is_entered()
    {
        var shed = await OwnShed.DemoAsync();
        var bikes = (await shed.Snapshots.AllAsync(OwnShed.Cancel)).Where(one => one.Profile.Nickname == "Heron").ToList();
        var heron = bikes.Single().Bike.Id.Value;
        var card = (await shed.Figures.CardAsync(heron, OwnShed.By())).Done();
        card.Wanted.ShouldBeGreaterThan(0);
        var wanted = card
            .Sections.SelectMany(section => section.Lines)
            .First(line => line.WantedBy is not null && line.Kind == FigureKind.Torque);
        wanted.Words.ShouldBeNull();
        var after = (
            await shed.Figures.EnterAsync(heron, new(OwnShed.NewId(), wanted.Field, "20 N m", FigureSource.Owner, null), OwnShed.By())
        ).Done();
        after.Wanted.ShouldBe(card.Wanted - 1);
    }

    [Fact]
    public async Task The_questions_follow_the_choices_and_not_what_is_typed()
    {
        var set = _shed.Bikes.Sets().Done().Single(one => one.Id == "road-twin").Profile;
        async Task<QuestionSection[]> Asked(ProfileForm form) => (await _shed.Figures.QuestionsAsync(new(form, null), OwnShed.By())).Done();
        var half = set with
        {
            Year = 0,
            Nickname = "",
            Torques = new Dictionary<string, string> { ["rear-axle"] = "rubbish" },
        };
        (await Asked(half)).SelectMany(section => section.Questions).ShouldContain(ProfileQuestion.Fan);
        (await Asked(half with { Cooling = Cooling.Air })).SelectMany(section => section.Questions).ShouldNotContain(ProfileQuestion.Fan);
        var shaft = await Asked(half with { FinalDrive = FinalDrive.Shaft });
        shaft.SelectMany(section => section.Reservoirs).ShouldContain("shaft-drive");
        shaft.SelectMany(section => section.Torques).ShouldNotContain("front-sprocket");
    }
}
