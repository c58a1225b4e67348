using MuddyLedger.Core.Viewings;

namespace MuddyLedger.App.Viewings;

/// <summary>A viewing as one of several: enough to compare.</summary>
/// <param name="Id">Of the viewing.</param>
/// <param name="Name">As the owner calls the bike.</param>
/// <param name="Make">As the advert says.</param>
/// <param name="Model">As the advert says.</param>
/// <param name="Year">Of the model.</param>
/// <param name="SoldAs">Runner, non-runner or project.</param>
/// <param name="Status">Open, bought, or not bought.</param>
/// <param name="Meter">Null where it is not known.</param>
/// <param name="Asking">Money; null where no price is asked.</param>
/// <param name="Score">What condition it is in.</param>
/// <param name="Trust">In the seller, 0 to 1.</param>
/// <param name="C50">Money: repairs, not exceeded in half of the cases.</param>
/// <param name="C90">Money: repairs, not exceeded in nine of ten.</param>
/// <param name="Value">When sound.</param>
/// <param name="Comparables">Others on offer.</param>
/// <param name="Offers">Null where no value is known, and where a knock-out has decided.</param>
/// <param name="Verdict">What it comes to.</param>
/// <param name="Wanted">How far it is from what the owner wants, in words; empty where nothing is missing.</param>
/// <param name="Ended">Why it was left; null where it was not.</param>
/// <param name="Bike">The bike that it became; null where it was not bought.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
public sealed record ViewingSummary(
    Guid Id,
    string Name,
    string Make,
    string Model,
    int Year,
    SoldAs SoldAs,
    ViewingStatus Status,
    Shown? Meter,
    double? Asking,
    ScoreAnswer Score,
    double Trust,
    double C50,
    double C90,
    ValueAnswer Value,
    IReadOnlyList<ComparableAnswer> Comparables,
    Offers? Offers,
    Verdict Verdict,
    IReadOnlyList<string> Wanted,
    string? Ended,
    Guid? Bike,
    string Currency
);
