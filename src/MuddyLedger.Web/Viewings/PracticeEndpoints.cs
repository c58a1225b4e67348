using System.Collections.Immutable;
using MuddyLedger.Content;
using MuddyLedger.Core.Viewings;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Settings;

namespace MuddyLedger.Web.Viewings;

/// <summary>A point to look at in the practice yard; what it shows is told when it is looked at.</summary>
public sealed record PracticePoint(string Id, Stage Stage, Zone Zone, string Title, string Do, double Minutes);

public sealed record PracticeKind(string Set, string Title);

public sealed record PracticeAnswer(
    string Set,
    int Seed,
    string Name,
    int Year,
    Shown? Meter,
    double Asking,
    double Value,
    double Minutes,
    IReadOnlyList<string> Says,
    IReadOnlyList<PracticePoint> Points,
    IReadOnlyList<PracticeKind> Kinds,
    string Currency
);

public sealed record PracticeLookAnswer(string Point, Grade Grade, string Shows, double Minutes);

public sealed record PracticeFaultAnswer(string Point, string Title, string Say, Grade Grade, double Cost, bool LookedAt, bool Found);

public sealed record PracticeEndAnswer(
    bool Sold,
    double SellersLimit,
    double TrueCost,
    double TrueWorth,
    double LeftOver,
    double Reckoned,
    bool Honest,
    IReadOnlyList<PracticeFaultAnswer> Faults,
    IReadOnlyList<string> Best,
    double BestReckoned
);

/// <summary>The practice yard. Nothing is kept: a round follows from its kind and number.</summary>
public static class PracticeEndpoints
{
    private const int MostLooked = 200;

    public static void MapPractice(this IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/practice",
                async (HttpContext http, string? set, int? seed, ContentLibrary content, ViewingEndpoints.Yard yard) =>
                {
                    if (Round(set, seed ?? 1, content, yard) is not { } round)
                        return Problems.Refused("set", "is no kind of bike that is known here");
                    var titles = round.Hidden.Admitted.Select(point => content.Viewing.ById[point].Say!);
                    return Results.Ok(
                        new PracticeAnswer(
                            round.Set,
                            round.Seed,
                            round.Details.Profile.Nickname,
                            round.Details.Profile.Year,
                            round.Details.Meter is { } meter ? Shown.Of(meter, round.Details.Profile) : null,
                            (double)round.Details.Asking!.Value.Amount,
                            round.Value,
                            round.Minutes,
                            [.. round.Hidden.Claims.Select(claim => content.Viewing.Claims.First(one => one.Id == claim).Words), .. titles],
                            [
                                .. Looks(round)
                                    .Select(point => new PracticePoint(
                                        point.Id,
                                        point.Stage,
                                        point.Zone,
                                        point.Title,
                                        point.Do,
                                        point.Minutes
                                    )),
                            ],
                            [.. content.Sets.Select(one => new PracticeKind(one.Id, one.Title))],
                            await yard.CurrencyAsync(http.RequestAborted)
                        )
                    );
                }
            )
            .Produces<PracticeAnswer>();
        api.MapGet(
                "/practice/look",
                (string? set, int? seed, string? point, ContentLibrary content, ViewingEndpoints.Yard yard) =>
                {
                    if (Round(set, seed ?? 1, content, yard) is not { } round)
                        return Problems.Refused("set", "is no kind of bike that is known here");
                    if (Looks(round).All(one => one.Id != point))
                        return Problems.Refused("point", "is nothing to look at here");
                    var look = round.Look(point!);
                    return Results.Ok(new PracticeLookAnswer(look.Point, look.Grade, look.Shows, look.Minutes));
                }
            )
            .Produces<PracticeLookAnswer>();
        api.MapGet(
                "/practice/end",
                (
                    string? set,
                    int? seed,
                    string? looked,
                    string? offer,
                    HttpContext http,
                    ContentLibrary content,
                    ViewingEndpoints.Yard yard
                ) =>
                {
                    if (Round(set, seed ?? 1, content, yard) is not { } round)
                        return Problems.Refused("set", "is no kind of bike that is known here");
                    var check = new FieldCheck(http);
                    var amount = string.IsNullOrWhiteSpace(offer) ? 0 : (double)check.Money("offer", offer).Amount;
                    if (check.Failed)
                        return check.Problem();
                    var end = round.End([.. (looked ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries).Take(MostLooked)], amount);
                    return Results.Ok(
                        new PracticeEndAnswer(
                            end.Sold,
                            end.SellersLimit,
                            end.TrueCost,
                            end.TrueWorth,
                            end.LeftOver,
                            end.Reckoned,
                            end.Honest,
                            [
                                .. end
                                    .Faults.Select(fault => (fault, point: content.Viewing.ById[fault.Point]))
                                    .Select(pair => new PracticeFaultAnswer(
                                        pair.point.Id,
                                        pair.point.Title,
                                        pair.point.Say!,
                                        pair.fault.Grade,
                                        pair.fault.Cost,
                                        pair.fault.LookedAt,
                                        pair.fault.Found
                                    )),
                            ],
                            [.. end.Best.Select(point => content.Viewing.ById[point].Title)],
                            end.BestReckoned
                        )
                    );
                }
            )
            .Produces<PracticeEndAnswer>();
    }

    /// <summary>Without a kind given, the number chooses one.</summary>
    private static PracticeRound? Round(string? set, int seed, ContentLibrary content, ViewingEndpoints.Yard yard)
    {
        var kind = string.IsNullOrEmpty(set)
            ? content.Sets[(int)((uint)seed % (uint)content.Sets.Length)]
            : content.Sets.FirstOrDefault(one => one.Id == set);
        return kind is null ? null : PracticeRound.Make(kind.Id, kind.Profile, content.Viewing, seed, yard.Today);
    }

    /// <summary>What can be looked at in a round: what can be a fault of the bike.</summary>
    private static ImmutableArray<Point> Looks(PracticeRound round) => [.. round.Points.Where(point => point.Say is not null)];
}
