using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Bikes;

public class ProfileTests
{
    [Fact]
    public void Shipped_sets_make_bikes_that_can_be() =>
        Given
            .Content.Sets.Select(set => ProfileCheck.Of(set.Profile with { Nickname = "x", Make = "y", Model = "z", Year = 2019 }, 2026))
            .ShouldAllBe(refused => refused.IsEmpty);

    [Theory]
    [InlineData("nickname", "is missing")]
    [InlineData("make", "is missing")]
    [InlineData("model", "is missing")]
    [InlineData("year", "between 1885 and 2027")]
    public void An_unnamed_bike_is_refused_field_by_field(string field, string words) =>
        ProfileCheck
            .Of(Given.Content.Sets[0].Profile, 2026)
            .ShouldContain(refusal => refusal.Field == field && refusal.Words.Contains(words));

    public static TheoryData<string, Profile> Impossible =>
        new()
        {
            { "lubrication", Given.Drumlin with { Lubrication = Lubrication.Premix } },
            { "lubrication", Given.Heron with { Lubrication = Lubrication.WetSump } },
            { "valves", Given.Heron with { Valves = ValveAdjustment.ShimUnderBucket } },
            { "gearboxOil", Given.Heron with { GearboxOil = GearboxOil.Shared } },
            { "displacementCc", Given.Drumlin with { DisplacementCc = 3 } },
            { "cylinders", Given.Drumlin with { Cylinders = 0 } },
            { "odometer.digits", Given.Drumlin with { Odometer = new(OdometerUnit.Miles, 9) } },
            { "statedUsePerYear", Given.Drumlin with { StatedUsePerYear = Given.Hours(40) } },
            { "year", Given.Drumlin with { Year = 1712 } },
            { "nickname", Given.Drumlin with { Nickname = new string('x', 41) } },
            { "reservoirs.engine.waitMinutes", Spec(spec => spec with { WaitMinutes = 90 }) },
            { "reservoirs.engine.drainOnly", Spec(spec => spec with { DrainOnly = Given.Litres(3.1m) }) },
            { "reservoirs.engine.drainAndFilter", Spec(spec => spec with { DrainAndFilter = Given.Litres(2.3m) }) },
        };

    [Theory]
    [MemberData(nameof(Impossible))]
    public void What_cannot_be_true_of_a_bike_is_refused_by_field(string field, Profile bike) =>
        ProfileCheck.Of(bike, 2026).Select(refusal => refusal.Field).ShouldContain(field);

    [Fact]
    public void Reservoirs_follow_from_the_profile()
    {
        Reservoirs
            .Of(Given.Drumlin)
            .ShouldBe([
                ReservoirId.Engine,
                ReservoirId.Fuel,
                ReservoirId.Coolant,
                ReservoirId.FrontBrake,
                ReservoirId.RearBrake,
                ReservoirId.ForkLegs,
            ]);
        Reservoirs.Of(Given.Scree).ShouldContain(ReservoirId.Gearbox);
        Reservoirs.Of(Given.Heron).ShouldNotContain(ReservoirId.Engine);
        Reservoirs.Of(Given.Heron).ShouldContain(ReservoirId.TwoStrokeOil);
        Reservoirs.Of(Given.Heron).ShouldContain(ReservoirId.Clutch);
    }

    [Fact]
    public void Changing_the_profile_derives_the_reservoirs_anew()
    {
        Reservoirs.Of(Given.Drumlin with { Lubrication = Lubrication.DrySump }).ShouldContain(ReservoirId.OilTank);
        Reservoirs.Of(Given.Drumlin with { Cooling = Cooling.Air }).ShouldNotContain(ReservoirId.Coolant);
        Reservoirs.Of(Given.Drumlin with { FrontBrake = BrakeKind.Drum }).ShouldNotContain(ReservoirId.FrontBrake);
        Reservoirs.Of(Given.Drumlin with { FinalDrive = FinalDrive.Shaft }).ShouldContain(ReservoirId.ShaftDrive);
        Reservoirs.Of(Given.Scree with { GearboxOil = GearboxOil.SeparateWithPrimary }).ShouldContain(ReservoirId.Primary);
    }

    [Theory]
    [InlineData("use", "road")]
    [InlineData("oil-filter", "spin-on")]
    [InlineData("bodywork-over-oil", "yes")]
    [InlineData("battery", "agm-or-gel")]
    [InlineData("engine-level", "unknown")]
    [InlineData("hour-meter", "no")]
    public void Capabilities_are_words_derived_from_the_profile(string key, string word) =>
        Capabilities.Of(Given.Drumlin).Words[key].ShouldBe(word);

    [Fact]
    public void A_match_wants_every_key_and_any_of_its_values()
    {
        var road = Capabilities.Of(Given.Drumlin);
        Wants("use", "road", "trials").To(road).ShouldBeTrue();
        Wants("use", "trials").To(road).ShouldBeFalse();
        new Applies(Wants("use", "road").Wanted.Add("stroke", ["two"])).To(road).ShouldBeFalse();
        Applies.Always.To(road).ShouldBeTrue();
    }

    [Fact]
    public void A_match_on_a_choice_fits_only_once_that_choice_is_made()
    {
        var wants = Wants("choice.drain", "warm");
        wants.To(Capabilities.Of(Given.Drumlin)).ShouldBeFalse();
        wants.To(Capabilities.Of(Given.Drumlin), new Dictionary<string, string> { ["drain"] = "cold" }).ShouldBeFalse();
        wants.To(Capabilities.Of(Given.Drumlin), new Dictionary<string, string> { ["drain"] = "warm" }).ShouldBeTrue();
    }

    [Fact]
    public void A_meter_reads_in_the_unit_of_its_dash()
    {
        Given.Drumlin.UnitOf(MeterKind.Odometer).ShouldBe(Unit.Mile);
        (Given.Drumlin with { Odometer = new(OdometerUnit.Kilometres, 5) }).UnitOf(MeterKind.Odometer).ShouldBe(Unit.Kilometre);
        Given.Scree.UnitOf(MeterKind.HourMeter).ShouldBe(Unit.Hour);
    }

    [Fact]
    public void An_odometer_rolls_over_at_ten_to_the_power_of_its_digits() =>
        new Odometer(OdometerUnit.Kilometres, 4).RollsAt.ShouldBe(MeterAmount.From(new Quantity(10_000, Unit.Kilometre)));

    [Fact]
    public void Every_reservoir_has_a_gate_and_a_name() =>
        Enum.GetValues<ReservoirId>().ShouldAllBe(id => Enum.IsDefined(Reservoirs.GateOf(id)) && Reservoirs.Words(id).Length > 3);

    private static Applies Wants(string key, params string[] values) => new(Applies.Always.Wanted.Add(key, [.. values]));

    private static Profile Spec(Func<ReservoirSpec, ReservoirSpec> change) =>
        Given.Drumlin with
        {
            Reservoirs = Given.Drumlin.Reservoirs.SetItem(ReservoirId.Engine, change(Given.Drumlin.Reservoirs[ReservoirId.Engine])),
        };
}
