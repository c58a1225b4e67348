using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Jobs;
using MuddyLedger.Web.Meters;
using MuddyLedger.Web.Settings;

namespace MuddyLedger.Web.Bikes;

/// <param name="Reading">What the dash shows today, if it is known; the first reading of the bike.</param>
public sealed record NewBike(Guid Id, ProfileForm Profile, string? Reading);

public sealed record ProfileChange(Guid Id, ProfileForm Profile);

public sealed record SetAnswer(string Id, string Title, string For, ProfileForm Profile);

public static class BikeEndpoints
{
    public static void MapBikes(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sets", (ContentLibrary content) => Results.Ok(content.Sets.Select(set => new SetAnswer(set.Id, set.Title, set.For, ProfileForm.Of(set.Profile, OwnerSettings.Default)))))
            .Produces<IReadOnlyList<SetAnswer>>();
        api.MapPost("/bikes", AddAsync).Produces<BikeAnswer>();
        api.MapGet("/bikes/{bike:guid}", GetAsync).Produces<BikeAnswer>();
        api.MapPut("/bikes/{bike:guid}/profile", ChangeAsync).Produces<BikeAnswer>();
    }

    private static async Task<IResult> GetAsync(Guid bike, HttpContext http, ShedPictures pictures, JobLibraries jobs) =>
        await pictures.OneAsync(bike, http.RequestAborted) is { } picture
            ? Writing.Answer(http, BikeAnswers.Of(picture, await jobs.OpenAsync(http.RequestAborted), await pictures.SettingsAsync(http.RequestAborted), pictures.Now))
            : Problems.NotFound("bike");

    private static async Task<IResult> AddAsync(NewBike body, HttpContext http, ShedPictures pictures, JobLibraries jobs, Writing writing)
    {
        var settings = await pictures.SettingsAsync(http.RequestAborted);
        var today = pictures.Today;
        var check = new FieldCheck();
        var id = new BikeId(check.Id("id", body.Id));
        var profile = body.Profile.Read(check, settings, today.Year);
        MeterAmount? first = null;
        if (!string.IsNullOrWhiteSpace(body.Reading))
        {
            var meter = profile.Odometer is null ? MeterKind.HourMeter : MeterKind.Odometer;
            if (!profile.Has(meter)) check.Refuse("reading", "cannot be kept: this bike has no meter");
            else first = MeterAmount.From(check.Quantity("reading", body.Reading, profile.UnitOf(meter), ReadingEndpoints.MostOf(meter)));
        }

        if (check.Failed) return check.Problem();
        return await writing.OnceAsync(http, body.Id, body,
            (writer, pen) =>
            {
                writer.AddBike(id, profile, pen.At);
                if (first is { } reading)
                    writer.AddEntry(new LedgerEntry(new(Guid.CreateVersion7()), id, today, pen.At, pen.Device, new MeterRead(reading)));
                return Task.FromResult<IResult?>(null);
            },
            async () => BikeAnswers.Of((await pictures.OneAsync(body.Id, http.RequestAborted))!, await jobs.OpenAsync(http.RequestAborted), settings, pictures.Now));
    }

    private static async Task<IResult> ChangeAsync(Guid bike, ProfileChange body, HttpContext http, ShedPictures pictures, JobLibraries jobs, Writing writing)
    {
        if (await pictures.OneAsync(bike, http.RequestAborted) is not { } picture) return Problems.NotFound("bike");
        var settings = await pictures.SettingsAsync(http.RequestAborted);
        var check = new FieldCheck();
        check.Id("id", body.Id);
        var profile = body.Profile.Read(check, settings, pictures.Today.Year);
        if (check.Failed) return check.Problem();
        if (Writing.IfMatch(http) is not { } version) return Problems.NoETag();
        async Task<object> Answer() => BikeAnswers.Of((await pictures.OneAsync(bike, http.RequestAborted))!, await jobs.OpenAsync(http.RequestAborted), settings, pictures.Now);
        return await writing.OnceAsync(http, body.Id, body,
            async (writer, _) =>
            {
                if (version != picture.Bike.Version) return Problems.Stale(await Answer());
                writer.ChangeProfile(picture.Bike, profile);
                return null;
            },
            Answer);
    }
}
