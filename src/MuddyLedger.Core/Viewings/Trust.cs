using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>How a claim stands against what was found.</summary>
public enum ClaimState
{
    Open,
    Confirmed,
    Contradicted,
}

/// <summary>A claim of the seller and how it stands against what was found.</summary>
/// <param name="Claim">Which.</param>
/// <param name="State">Open, confirmed, or contradicted.</param>
/// <param name="Material">What speaks against it moves the price.</param>
/// <param name="By">The points that decided.</param>
public sealed record CheckedClaim(Claim Claim, ClaimState State, bool Material, ImmutableArray<string> By);

/// <summary>
/// Trust in the seller: t = a / (a + b), beginning at a = b = 2. A confirmed claim adds 1 to a; a contradicted one adds 1 to b, or 3
/// where the price hangs on it. A sign of hiding adds 1 to b. An admission that proves true changes nothing.
/// </summary>
/// <param name="A">What speaks for the seller.</param>
/// <param name="B">What speaks against.</param>
public sealed record Trust(double A, double B)
{
    private const double Start = 2;
    private const double MaterialLie = 3;

    /// <summary>How far the seller is believed, 0 to 1.</summary>
    public double Share => A / (A + B);

    /// <summary>Added to the log-odds of every fault that was not looked for: ln((1 - t) / t).</summary>
    public double Shift => Math.Log(B / A);

    /// <param name="signsOfHiding">How many there were; each speaks against the seller once.</param>
    public static Trust Of(IEnumerable<CheckedClaim> claims, int signsOfHiding)
    {
        double a = Start,
            b = Start + signsOfHiding;
        foreach (var claim in claims)
        {
            if (claim.State == ClaimState.Confirmed)
                a++;
            if (claim.State == ClaimState.Contradicted)
                b += claim.Material ? MaterialLie : 1;
        }

        return new(a, b);
    }

    /// <summary>One point against a claim outweighs any number that bear it out.</summary>
    public static CheckedClaim Stand(Claim claim, IReadOnlyDictionary<string, Seen> seen)
    {
        var looked = claim.Tests.Where(test => seen.ContainsKey(test.Point)).ToList();
        var against = looked.Where(test => seen[test.Point].Grade >= test.ContradictedFrom).ToList();
        if (against.Count > 0)
            return new(claim, ClaimState.Contradicted, against.Any(test => test.Material), [.. against.Select(test => test.Point)]);
        var bearing = looked.Where(test => test.Confirms && seen[test.Point].Grade <= Grade.Slight).ToList();
        return bearing.Count > 0
            ? new(claim, ClaimState.Confirmed, false, [.. bearing.Select(test => test.Point)])
            : new(claim, ClaimState.Open, false, []);
    }
}
