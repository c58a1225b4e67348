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
using MuddyLedger.App.Requests;
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

namespace MuddyLedger.Web.Hosting;

/// <summary>All that answers requests, and what it needs.</summary>
internal static class Handlers
{
    public static IServiceCollection AddHandlers(this IServiceCollection services) =>
        services
            .AddSingleton<SnapshotCache>()
            .AddScoped<ShedSnapshots>()
            .AddScoped<JobLibraries>()
            .AddScoped<OpenRuns>()
            .AddScoped<ShelfSnapshots>()
            .AddScoped<ViewingSnapshots>()
            .AddScoped<Writing>()
            .AddScoped<BikeHandlers>()
            .AddScoped<HistoryHandlers>()
            .AddScoped<ItemFileHandlers>()
            .AddScoped<FigureHandlers>()
            .AddScoped<FindingHandlers>()
            .AddScoped<WorkHandlers>()
            .AddScoped<FluidHandlers>()
            .AddScoped<FuelHandlers>()
            .AddScoped<GateHandlers>()
            .AddScoped<OwnJobHandlers>()
            .AddScoped<RunHandlers>()
            .AddScoped<UndoHandlers>()
            .AddScoped<LayupHandlers>()
            .AddScoped<BookHandlers>()
            .AddScoped<ReadingHandlers>()
            .AddScoped<PaperHandlers>()
            .AddScoped<PartsHandlers>()
            .AddScoped<PhotoHandlers>()
            .AddScoped<RideHandlers>()
            .AddScoped<ServicingHandlers>()
            .AddScoped<SettingsHandlers>()
            .AddScoped<ShedHandlers>()
            .AddScoped<ShelfHandlers>()
            .AddScoped<ShopWorkHandlers>()
            .AddScoped<BenchSumsHandlers>()
            .AddScoped<SumsHandlers>()
            .AddScoped<BikeSumsHandlers>()
            .AddScoped<PracticeHandlers>()
            .AddScoped<ViewingHandlers>()
            .AddScoped<WasteHandlers>()
            .AddScoped<WearHandlers>()
            .AddScoped<ValveHandlers>()
            .AddScoped<TripHandlers>();
}
