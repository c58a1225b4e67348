using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Demo;
using MuddyLedger.App.Json;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Copies;
using MuddyLedger.Web.Exchange;
using MuddyLedger.Web.Figures;
using MuddyLedger.Web.Findings;
using MuddyLedger.Web.Fluids;
using MuddyLedger.Web.Fuel;
using MuddyLedger.Web.Gates;
using MuddyLedger.Web.Jobs;
using MuddyLedger.Web.Layup;
using MuddyLedger.Web.Ledger;
using MuddyLedger.Web.Meters;
using MuddyLedger.Web.Papers;
using MuddyLedger.Web.Parts;
using MuddyLedger.Web.Photos;
using MuddyLedger.Web.Rides;
using MuddyLedger.Web.Servicing;
using MuddyLedger.Web.Settings;
using MuddyLedger.Web.Shed;
using MuddyLedger.Web.Shelf;
using MuddyLedger.Web.ShopWork;
using MuddyLedger.Web.Sums;
using MuddyLedger.Web.Viewings;
using MuddyLedger.Web.Waste;
using MuddyLedger.Web.Wear;
using NodaTime;
using Serilog;

namespace MuddyLedger.Web.Hosting;

/// <summary>One running server over one folder.</summary>
public sealed class ShedServer : IAsyncDisposable
{
    private readonly WebApplication _app;

    private readonly ShedLock? _lock;

    private ShedServer(WebApplication app, ShedLock? held) => (_app, _lock) = (app, held);

    public string Address => _app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First();

    /// <exception cref="ContentException">A content file cannot be used.</exception>
    /// <exception cref="InvalidDataException">The folder holds no shed, or one of a newer version, or another server has it.</exception>
    public static async Task<ShedServer> StartAsync(ShedOptions options, CancellationToken cancel = default)
    {
        var app = Build(options);
        await ReadyAsync(app);
        ShedStore.MakeFolder(options.Folder);
        var held = ShedLock.Take(options.Folder);
        try
        {
            return await StartAsync(app, held, options, cancel);
        }
        catch
        {
            held?.Dispose();
            throw;
        }
    }

    /// <summary>
    /// What the first answer would wait for and nothing else here needs is made beside the reading of the content: how the store's tables
    /// are read, and what each endpoint takes and gives. A broken content file is refused here, by file and line, before anything is served
    /// or kept.
    /// </summary>
    private static async Task ReadyAsync(WebApplication app)
    {
        var beside = Task.Run(() =>
        {
            using var scope = app.Services.CreateScope();
            _ = scope.ServiceProvider.GetRequiredService<ShedContext>().Model;
            foreach (var source in ((IEndpointRouteBuilder)app).DataSources)
                _ = source.Endpoints;
        });
        app.Services.GetRequiredService<ContentLibrary>();
        await beside;
    }

    private static async Task<ShedServer> StartAsync(WebApplication app, ShedLock? held, ShedOptions options, CancellationToken cancel)
    {
        var store = app.Services.GetRequiredService<ShedStore>();
        TakeIn.ClearLeft(options.Folder);
        await store.OpenAsync(options.Clock.GetCurrentInstant(), options.Zone, cancel);
        if (options.Demo && store.LookOnly is null)
            await FillAsync(app.Services, cancel);
        await app.StartAsync(cancel);
        var server = new ShedServer(app, held);
        held?.Note(server.Address);
        return server;
    }

    private static async Task FillAsync(IServiceProvider services, CancellationToken cancel)
    {
        await using var scope = services.CreateAsyncScope();
        T Service<T>()
            where T : notnull => scope.ServiceProvider.GetRequiredService<T>();
        await DemoShed.FillAsync(
            Service<IShedReader>(),
            Service<IShedWriter>(),
            Service<IShelfStore>(),
            Service<IViewingStore>(),
            Service<ContentLibrary>(),
            Service<ShedClock>(),
            cancel
        );
    }

    /// <summary>How the shed's file was found, for whoever started the server.</summary>
    public ShedStore Store => _app.Services.GetRequiredService<ShedStore>();

    /// <summary>Nothing that was computed is kept.</summary>
    public void Forget() => _app.Services.GetRequiredService<SnapshotCache>().Clear();

    /// <summary>Runs just far enough for the build to read the API off it.</summary>
    public static Task DescribeAsync() =>
        Build(new ShedOptions(Path.GetTempPath(), ".", 0, SystemClock.Instance, DateTimeZone.Utc)).RunAsync();

    public Task StoppedAsync() => _app.WaitForShutdownAsync();

    public async ValueTask DisposeAsync()
    {
        await _app.StopAsync();
        await _app.DisposeAsync();
        _lock?.Dispose();
    }

    private static WebApplication Build(ShedOptions options)
    {
        var builder = WebApplication.CreateSlimBuilder(
            new WebApplicationOptions
            {
                ContentRootPath = AppContext.BaseDirectory,
                WebRootPath = Path.Combine(AppContext.BaseDirectory, "wwwroot"),
            }
        );
        builder.Services.AddSerilog(log => log.MinimumLevel.Warning().WriteTo.Console());
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Listen(System.Net.IPAddress.Loopback, options.Port);
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = 256 * 1024;
            kestrel.Limits.MaxRequestLineSize = 4 * 1024;
        });
        builder.Services.AddSingleton(options);
        builder.Services.AddSingleton(options.Clock);
        builder.Services.AddSingleton(new ShedClock(options.Clock, options.Zone));
        builder.Services.AddSingleton(options.Proof ?? new ProofFocus());
        builder.Services.AddSingleton<OneWriteAtATime>();
        builder.Services.AddSingleton<IWriteTurn>(services => services.GetRequiredService<OneWriteAtATime>());
        builder.Services.AddSingleton(_ => options.Content ?? ContentLibrary.Load(options.ContentFolder));
        builder.Services.AddSingleton(_ => new ShedStore(options.Folder));
        builder.Services.AddSingleton<StoreDoor>();
        builder.Services.AddSingleton<DailyCopies>();
        if (options.Automatic)
            builder.Services.AddHostedService(services => services.GetRequiredService<DailyCopies>());
        builder.Services.AddSingleton<ImportsUnderWay>();
        builder.Services.AddScoped<TakeIn>().AddScoped<ShedIntake>();
        builder.Services.AddDbContext<ShedContext>(
            (services, context) => ShedFile.Configure(context, services.GetRequiredService<ShedStore>().OpenFolder)
        );
        builder
            .Services.AddHttpContextAccessor()
            .AddScoped(services => Callers.Of(services.GetRequiredService<IHttpContextAccessor>().HttpContext!))
            .AddScoped<IShedReader, ShedReader>()
            .AddScoped<IShedWriter, ShedWriter>()
            .AddScoped<IShelfStore, ShelfStore>()
            .AddScoped<IViewingStore, ViewingStore>()
            .AddScoped<IOwnJobStore, OwnJobStore>()
            .AddScoped<ShedExchange>()
            .AddHandlers()
            .AddSingleton<MuddyLedger.Instruments.IRecallNotices, MuddyLedger.Instruments.SimulatedRecallNotices>()
            .AddSingleton<MuddyLedger.Instruments.IWeatherForecast, MuddyLedger.Instruments.SimulatedWeather>()
            .AddSingleton(_ => MuddyLedger.Instruments.Gauges.Simulated());
        builder.Services.ConfigureHttpJsonOptions(json => AppJson.Configure(json.SerializerOptions));
        // Otherwise a body that cannot be read is answered without saying which field is wrong.
        builder.Services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
        builder.Services.AddProblemDetails(problems =>
            problems.CustomizeProblemDetails = context => Problems.Word(context.ProblemDetails, context.HttpContext)
        );
        builder.Services.AddExceptionHandler<Problems.Unhandled>();
        builder.Services.AddOpenApi(options => OpenApiDocument.Configure(options));
        builder.Services.AddResponseCompression(packing => packing.MimeTypes = ["application/json", "application/problem+json"]);

        var app = builder.Build();
        app.UseSecurityHeaders();
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        app.UseLoopbackOnly();
        // A copy of the shed streams out as it is: packing hundreds of megabytes for one's own machine only takes time.
        app.UseWhen(
            context => context.Request.Path.Value?.EndsWith("/export", StringComparison.Ordinal) != true,
            answers => answers.UseResponseCompression()
        );
        app.UseFrontEnd();

        app.UseStoreDoor();
        app.UsePlainText();

        var api = app.MapGroup("/api").AddEndpointFilter(app.Services.GetRequiredService<OneWriteAtATime>());
        RouteGroupBuilder Room(string name) => api.MapGroup("").WithTags(name);
        Room("Shed").MapShed();
        Room("Bikes").MapBikes();
        Room("Figures").MapFigures();
        Room("Meters").MapReadings();
        Room("Servicing").MapServicing();
        Room("Papers").MapPapers();
        Room("Gates").MapGates();
        Room("Findings").MapFindings();
        Room("ShopWork").MapShopWork();
        Room("Rides").MapRides();
        Room("Layup").MapLayup();
        Room("Jobs").MapRuns();
        Room("Jobs").MapUndoList();
        Room("Jobs").MapOwnJobs();
        Room("Shelf").MapShelf();
        Room("Waste").MapWaste();
        Room("Fluids").MapFluids();
        Room("Fuel").MapFuel();
        Room("Parts").MapParts();
        Room("Ledger").MapBook();
        Room("Viewings").MapViewings();
        Room("Viewings").MapPractice();
        Room("Photos").MapPhotos();
        Room("Wear").MapWear();
        Room("Sums").MapSums();
        Room("Settings").MapSettings();
        Room("Exchange").MapExchange();
        Room("Copies").MapCopies();
        app.MapOpenApi("/api/openapi/{documentName}.json");
        app.UseOnePage();
        return app;
    }
}
