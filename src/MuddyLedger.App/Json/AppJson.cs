using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Figures;
using MuddyLedger.App.Findings;
using MuddyLedger.App.Fluids;
using MuddyLedger.App.Fuel;
using MuddyLedger.App.Gates;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Layup;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Papers;
using MuddyLedger.App.Parts;
using MuddyLedger.App.Photos;
using MuddyLedger.App.Rides;
using MuddyLedger.App.Servicing;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Shed;
using MuddyLedger.App.Shelf;
using MuddyLedger.App.ShopWork;
using MuddyLedger.App.Sums;
using MuddyLedger.App.Viewings;
using MuddyLedger.App.Waste;
using MuddyLedger.App.Wear;
using MuddyLedger.Core.Json;

namespace MuddyLedger.App.Json;

/// <summary>
/// How requests and answers are written as JSON: what is sent holds nothing unknown, and lacks nothing that is needed; choices by name.
/// What is needed to read and write each of them is made when this is built, so that the first answer after a start does not
/// wait for it.
/// </summary>
// The writer that it could make beside them is used by no options that have converters.
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(FigureCardAnswer))]
[JsonSerializable(typeof(WearAnswer))]
[JsonSerializable(typeof(WearSeriesAnswer))]
[JsonSerializable(typeof(JudgedAnswer))]
[JsonSerializable(typeof(MeasureRequest))]
[JsonSerializable(typeof(ValvesAnswer))]
[JsonSerializable(typeof(ValveCheckRequest))]
[JsonSerializable(typeof(ShimPlanRequest))]
[JsonSerializable(typeof(ShimPlanAnswer))]
[JsonSerializable(typeof(TripsAnswer))]
[JsonSerializable(typeof(TripRequest))]
[JsonSerializable(typeof(LastsAnswer))]
[JsonSerializable(typeof(FigureRequest))]
[JsonSerializable(typeof(HistoryAnswer))]
[JsonSerializable(typeof(HistoryRequest))]
[JsonSerializable(typeof(QuestionsRequest))]
[JsonSerializable(typeof(QuestionSection[]))]
[JsonSerializable(typeof(ItemRequest))]
[JsonSerializable(typeof(RestRequest))]
[JsonSerializable(typeof(ResumeRequest))]
[JsonSerializable(typeof(ActRequest))]
[JsonSerializable(typeof(FittedRequest))]
[JsonSerializable(typeof(ItemFileRequest))]
[JsonSerializable(typeof(ItemsTakenIn))]
[JsonSerializable(typeof(ItemFileAnswer))]
[JsonSerializable(typeof(BikeSumsAnswer))]
[JsonSerializable(typeof(BikeAnswer))]
[JsonSerializable(typeof(BookAnswer))]
[JsonSerializable(typeof(BuyRequest))]
[JsonSerializable(typeof(BudgetRequest))]
[JsonSerializable(typeof(WorkAnswer))]
[JsonSerializable(typeof(CloseFindingRequest))]
[JsonSerializable(typeof(CureTriedRequest))]
[JsonSerializable(typeof(CloseRequest))]
[JsonSerializable(typeof(CoolantAnswer))]
[JsonSerializable(typeof(CorrectionAnswer))]
[JsonSerializable(typeof(CorrectionRequest))]
[JsonSerializable(typeof(DoneRequest))]
[JsonSerializable(typeof(EndRequest))]
[JsonSerializable(typeof(EntryAnswer))]
[JsonSerializable(typeof(ExpenseRequest))]
[JsonSerializable(typeof(FaultRequest))]
[JsonSerializable(typeof(FinishRequest))]
[JsonSerializable(typeof(FluidsAnswer))]
[JsonSerializable(typeof(ForkOilAnswer))]
[JsonSerializable(typeof(FuelAskedAnswer))]
[JsonSerializable(typeof(FuellingAnswer))]
[JsonSerializable(typeof(FuellingRequest))]
[JsonSerializable(typeof(GearingAnswer))]
[JsonSerializable(typeof(HandedInRequest))]
[JsonSerializable(typeof(IntervalRequest))]
[JsonSerializable(typeof(ItemGoneRequest))]
[JsonSerializable(typeof(JobCheckAnswer))]
[JsonSerializable(typeof(JobFileAnswer))]
[JsonSerializable(typeof(JobTextRequest))]
[JsonSerializable(typeof(JoinedAnswer))]
[JsonSerializable(typeof(KeepItemRequest))]
[JsonSerializable(typeof(KeepJobRequest))]
[JsonSerializable(typeof(LevelRequest))]
[JsonSerializable(typeof(LibraryJob[]))]
[JsonSerializable(typeof(ModificationRequest))]
[JsonSerializable(typeof(ModificationUndoneRequest))]
[JsonSerializable(typeof(MoveAnswer[]))]
[JsonSerializable(typeof(MoveRequest))]
[JsonSerializable(typeof(MoveUndoneRequest))]
[JsonSerializable(typeof(NewBike))]
[JsonSerializable(typeof(NewViewing))]
[JsonSerializable(typeof(NextAnswer[]))]
[JsonSerializable(typeof(NoteRequest))]
[JsonSerializable(typeof(PaperRequest))]
[JsonSerializable(typeof(PartsAnswer))]
[JsonSerializable(typeof(PhotoAsked))]
[JsonSerializable(typeof(PracticeAnswer))]
[JsonSerializable(typeof(PracticeEndAnswer))]
[JsonSerializable(typeof(PracticeLookAnswer))]
[JsonSerializable(typeof(PremixAnswer))]
[JsonSerializable(typeof(PriceAnswer[]))]
[JsonSerializable(typeof(PriceChange))]
[JsonSerializable(typeof(ProfileChange))]
[JsonSerializable(typeof(PumpProofAnswer))]
[JsonSerializable(typeof(PumpWordRequest))]
[JsonSerializable(typeof(PutBackRequest))]
[JsonSerializable(typeof(QuantityRead))]
[JsonSerializable(typeof(ReadingRequest))]
[JsonSerializable(typeof(RecallsAnswer))]
[JsonSerializable(typeof(RemoveJobRequest))]
[JsonSerializable(typeof(RepairLookRequest))]
[JsonSerializable(typeof(RepairRequest))]
[JsonSerializable(typeof(RideRequest))]
[JsonSerializable(typeof(RunAnswer))]
[JsonSerializable(typeof(SetAnswer))]
[JsonSerializable(typeof(Core.Bikes.KindAnswers))]
[JsonSerializable(typeof(SetAnswer[]))]
[JsonSerializable(typeof(SettingsAnswer))]
[JsonSerializable(typeof(SettingsChange))]
[JsonSerializable(typeof(ShedAnswer))]
[JsonSerializable(typeof(SheetRequest))]
[JsonSerializable(typeof(ShelfAnswer))]
[JsonSerializable(typeof(ShopWorkAnswer))]
[JsonSerializable(typeof(ShopWorkRequest))]
[JsonSerializable(typeof(StabiliserAnswer))]
[JsonSerializable(typeof(StandingRequest))]
[JsonSerializable(typeof(StartRequest))]
[JsonSerializable(typeof(StrikeRequest))]
[JsonSerializable(typeof(TiltAnswer))]
[JsonSerializable(typeof(TriangleAnswer))]
[JsonSerializable(typeof(UndoneRequest))]
[JsonSerializable(typeof(UnitsAnswer))]
[JsonSerializable(typeof(ViewingActRequest))]
[JsonSerializable(typeof(ViewingAnswer))]
[JsonSerializable(typeof(ViewingChange))]
[JsonSerializable(typeof(ViewingSummary[]))]
[JsonSerializable(typeof(ViscosityAnswer))]
[JsonSerializable(typeof(WordRequest))]
[JsonSerializable(typeof(WorkshopAnswer))]
[JsonSerializable(typeof(WrenchAnswer))]
public sealed partial class AppJson : JsonSerializerContext
{
    /// <summary>Made when it is first needed: what the generator adds to this type is ready only then.</summary>
    private static readonly Lazy<JsonSerializerOptions> Standard = new(Made);

    /// <summary>How one kind of request or answer is written.</summary>
    /// <exception cref="NotSupportedException">It is not one of those named above.</exception>
    public static JsonTypeInfo<T> Of<T>() => (JsonTypeInfo<T>)Standard.Value.GetTypeInfo(typeof(T));

    /// <summary>Sets how this application writes JSON, on options that may serve others too.</summary>
    public static void Configure(JsonSerializerOptions json)
    {
        json.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        json.Converters.Add(new DateConverter());
        json.Converters.Add(new InstantConverter());
        json.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false));
        json.NumberHandling = JsonNumberHandling.Strict;
        json.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        json.RespectNullableAnnotations = true;
        json.RespectRequiredConstructorParameters = true;
        json.MaxDepth = 48;
        json.TypeInfoResolverChain.Insert(0, Default);
    }

    private static JsonSerializerOptions Made()
    {
        var json = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        Configure(json);
        json.MakeReadOnly();
        return json;
    }
}
