using System.Collections.Immutable;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Content;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.App.Viewings;

/// <summary>A point to look at in the practice yard; what it shows is told when it is looked at.</summary>
/// <param name="Id">Of the point.</param>
/// <param name="Stage">When it is looked at.</param>
/// <param name="Zone">Where on the bike.</param>
/// <param name="Title">In a few words.</param>
/// <param name="Do">What is done.</param>
/// <param name="Minutes">That it takes.</param>
public sealed record PracticePoint(string Id, Stage Stage, Zone Zone, string Title, string Do, double Minutes);

/// <summary>A kind of bike to practise on.</summary>
/// <param name="Set">The set's id.</param>
/// <param name="Title">What it is called.</param>
public sealed record PracticeKind(string Set, string Title);

/// <summary>A made-up bike to practise on.</summary>
/// <param name="Set">The set that it is made from.</param>
/// <param name="Seed">The number that makes it again.</param>
/// <param name="Name">Invented.</param>
/// <param name="Year">Of the model.</param>
/// <param name="Meter">Null where it has none.</param>
/// <param name="Asking">Money.</param>
/// <param name="Value">Money: its worth when sound.</param>
/// <param name="Minutes">That one has.</param>
/// <param name="Says">What the seller says.</param>
/// <param name="Points">In walking order.</param>
/// <param name="Kinds">Those that can be chosen.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
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

/// <summary>What a look shows.</summary>
/// <param name="Point">Where.</param>
/// <param name="Grade">What it amounts to.</param>
/// <param name="Shows">In words.</param>
/// <param name="Minutes">That it took.</param>
public sealed record PracticeLookAnswer(string Point, Grade Grade, string Shows, double Minutes);

/// <summary>A fault as it truly was.</summary>
/// <param name="Point">Where.</param>
/// <param name="Title">Of the point.</param>
/// <param name="Say">What it is, in a sentence.</param>
/// <param name="Grade">How bad.</param>
/// <param name="Cost">Money.</param>
/// <param name="LookedAt">Somebody looked there.</param>
/// <param name="Found">And the look showed it.</param>
public sealed record PracticeFaultAnswer(string Point, string Title, string Say, Grade Grade, double Cost, bool LookedAt, bool Found);

/// <summary>How a round ended.</summary>
/// <param name="Sold">The seller took the offer.</param>
/// <param name="SellersLimit">Money: the least that would have been taken.</param>
/// <param name="TrueCost">Money, of everything that was wrong.</param>
/// <param name="TrueWorth">Money: worth when sound, less that.</param>
/// <param name="LeftOver">Money: what the deal left; below 0 it was a bad buy.</param>
/// <param name="Computed">Money: the walk-away price that the same looks give.</param>
/// <param name="Honest">The seller.</param>
/// <param name="Faults">The dearest first.</param>
/// <param name="Best">The titles of the looks that would have told most.</param>
/// <param name="BestComputed">Money: the walk-away price that those give.</param>
public sealed record PracticeEndAnswer(
    bool Sold,
    double SellersLimit,
    double TrueCost,
    double TrueWorth,
    double LeftOver,
    double Computed,
    bool Honest,
    IReadOnlyList<PracticeFaultAnswer> Faults,
    IReadOnlyList<string> Best,
    double BestComputed
);

/// <summary>The practice yard. Nothing is kept: a round follows from its kind and number.</summary>
public sealed class PracticeHandlers(ContentLibrary content, ViewingSnapshots viewings)
{
    private const int MostLooked = 200;

    /// <summary>A made-up bike to practise on.</summary>
    public async Task<Outcome<PracticeAnswer>> StartAsync(string? set, int? seed, Caller caller)
    {
        if (Round(set, seed ?? 1) is not { } round)
            return Problem.Refused("set", "is no kind of bike that is known here");
        var titles = round.Hidden.Admitted.Select(point => content.Viewing.ById[point].Say!);
        return new PracticeAnswer(
            Set: round.Set,
            Seed: round.Seed,
            Name: round.Details.Profile.Nickname,
            Year: round.Details.Profile.Year,
            Meter: round.Details.Meter is { } meter ? Shown.Of(meter, round.Details.Profile) : null,
            Asking: (double)round.Details.Asking!.Value.Amount,
            Value: round.Value,
            Minutes: round.Minutes,
            Says: [.. round.Hidden.Claims.Select(claim => content.Viewing.Claims.First(one => one.Id == claim).Words), .. titles],
            Points:
            [
                .. Looks(round).Select(point => new PracticePoint(point.Id, point.Stage, point.Zone, point.Title, point.Do, point.Minutes)),
            ],
            Kinds: [.. content.Sets.Select(one => new PracticeKind(one.Id, one.Title))],
            Currency: await viewings.CurrencyAsync(caller.Cancel)
        );
    }

    /// <summary>What a look at one point of it shows.</summary>
    public Outcome<PracticeLookAnswer> Look(string? set, int? seed, string? point)
    {
        if (Round(set, seed ?? 1) is not { } round)
            return Problem.Refused("set", "is no kind of bike that is known here");
        if (Looks(round).All(one => one.Id != point))
            return Problem.Refused("point", "is nothing to look at here");
        var look = round.Look(point!);
        return new PracticeLookAnswer(look.Point, look.Grade, look.Shows, look.Minutes);
    }

    /// <summary>How a practice round ended, against the truth.</summary>
    public Outcome<PracticeEndAnswer> End(string? set, int? seed, string? looked, string? offer, Caller caller)
    {
        if (Round(set, seed ?? 1) is not { } round)
            return Problem.Refused("set", "is no kind of bike that is known here");
        var check = caller.Check();
        var amount = string.IsNullOrWhiteSpace(offer) ? 0 : (double)check.Money("offer", offer).Amount;
        if (check.Failed)
            return check.Problem();
        var end = round.End([.. (looked ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries).Take(MostLooked)], amount);
        return new PracticeEndAnswer(
            Sold: end.Sold,
            SellersLimit: end.SellersLimit,
            TrueCost: end.TrueCost,
            TrueWorth: end.TrueWorth,
            LeftOver: end.LeftOver,
            Computed: end.Computed,
            Honest: end.Honest,
            Faults:
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
            Best: [.. end.Best.Select(point => content.Viewing.ById[point].Title)],
            BestComputed: end.BestComputed
        );
    }

    /// <summary>Without a kind given, the number chooses one.</summary>
    private PracticeRound? Round(string? set, int seed)
    {
        var kind = string.IsNullOrEmpty(set)
            ? content.Sets[(int)((uint)seed % (uint)content.Sets.Length)]
            : content.Sets.FirstOrDefault(one => one.Id == set);
        return kind is null ? null : PracticeRound.Make(kind.Id, kind.Profile, content.Viewing, seed, viewings.Today);
    }

    /// <summary>What can be looked at in a round: what can be a fault of the bike.</summary>
    private static ImmutableArray<Point> Looks(PracticeRound round) => [.. round.Points.Where(point => point.Say is not null)];
}
