using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.App.Tests.Bikes;

/// <summary>A few answers in place of a kind that ships.</summary>
public class NearestSetTests
{
    private static readonly ProfileSet[] Sets = [.. OwnShed.Content.Sets];

    [Theory]
    [InlineData("moped", null, null, Transmission.OneSpeed, null)]
    [InlineData("scooter", null, null, Transmission.Variator, null)]
    [InlineData("premix-motocrosser", BikeUse.Motocross, Lubrication.Premix, null, null)]
    [InlineData("motocross-four-stroke", BikeUse.Motocross, Lubrication.WetSump, null, null)]
    [InlineData("shaft-tourer", BikeUse.Road, null, null, FinalDrive.Shaft)]
    [InlineData("old-twin-dry-sump", BikeUse.Road, Lubrication.DrySump, null, null)]
    public void The_nearest_kind_is_the_one_that_a_mechanic_would_name(
        string set,
        BikeUse? use,
        Lubrication? oiled,
        Transmission? transmission,
        FinalDrive? drive
    ) => NearestSet.Of(Sets, new(Use: use, Lubrication: oiled, Transmission: transmission, FinalDrive: drive)).Set.Id.ShouldBe(set);

    [Fact]
    public void What_each_kind_says_of_itself_leads_back_to_a_bike_that_has_it()
    {
        foreach (var set in Sets)
        {
            var (_, bike) = NearestSet.Of(Sets, AnswersOf(set.Profile));
            AnswersOf(bike).ShouldBe(AnswersOf(set.Profile), set.Id);
        }
    }

    private static KindAnswers AnswersOf(Profile bike) =>
        new(
            bike.Use,
            bike.Lubrication,
            bike.Cylinders,
            bike.Fuel,
            bike.Cooling,
            bike.Starting,
            bike.Transmission,
            bike.FinalDrive,
            bike.FrontBrake,
            bike.RearBrake
        );

    /// <summary>Whatever is answered, or left, the answer is in the bike, and the bike can be put into the shed.</summary>
    [Fact]
    public async Task Any_answers_make_a_bike_that_is_taken_in()
    {
        var random = new Random(14);
        T? Any<T>()
            where T : struct, Enum => random.Next(3) == 0 ? null : random.GetItems(Enum.GetValues<T>(), 1)[0];
        var shed = new OwnShed();
        for (var made = 0; made < 120; made++)
        {
            var asked = new KindAnswers(
                Any<BikeUse>(),
                Any<Lubrication>(),
                random.Next(3) == 0 ? null : random.Next(1, 7),
                Any<FuelSystem>(),
                Any<Cooling>(),
                Any<Starting>(),
                null,
                Any<FinalDrive>(),
                Any<BrakeKind>(),
                Any<BrakeKind>()
            );
            var (_, bike) = NearestSet.Of(Sets, asked);
            (
                (asked.Use ?? bike.Use) == bike.Use
                && (asked.Lubrication ?? bike.Lubrication) == bike.Lubrication
                && (asked.Cylinders ?? bike.Cylinders) == bike.Cylinders
                && (asked.Fuel ?? bike.Fuel) == bike.Fuel
                && (asked.FrontBrake ?? bike.FrontBrake) == bike.FrontBrake
                && (bike.Fuel == FuelSystem.Carburettor) == (bike.Carburettors > 0)
                && (bike.FrontBrake == BrakeKind.Disc) == (bike.FrontDiscs > 0)
            ).ShouldBeTrue($"{asked} became {bike}");
            var form = ProfileForm.Of(bike, OwnerSettings.Default) with
            {
                Nickname = $"N{made}",
                Make = "Fallow",
                Model = "Tarn",
                Year = 2004,
            };
            var added = await shed.Bikes.AddAsync(new NewBike(OwnShed.NewId(), form, null), OwnShed.By(request: $"{made}"));
            added.Problem.ShouldBeNull($"{asked}");
        }
    }

    [Fact]
    public void Cylinders_that_no_bike_has_are_refused() =>
        new OwnShed().Bikes.Nearest(new(Cylinders: 0), OwnShed.By()).NotDone(ProblemKind.Refused).Fields!.ShouldContainKey("cylinders");
}
