using System.Globalization;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Sums;

namespace MuddyLedger.Core.Fluids;

/// <summary>How strong the coolant is by now: what was filled, thinned or strengthened by what went on top.</summary>
/// <param name="Share">Antifreeze by volume, in percent.</param>
/// <param name="Filled">As it was when it was filled, in percent.</param>
/// <param name="FreezesAt">Degrees Celsius; null outside of what the table holds.</param>
public sealed partial record CoolantStrength(double Share, double Filled, double? FreezesAt)
{
    /// <summary>It was topped up with something weaker, or stronger.</summary>
    public bool Changed => Math.Abs(Share - Filled) >= 0.5;

    /// <summary>Below it most makers' inhibitors no longer protect the metal.</summary>
    public bool TooWeak => Share < Coolant.LeastForInhibitor;

    /// <summary>
    /// From the fill and the top-ups since, by volume. A top-up replaces what was lost of the mix before: the system stays as full as it
    /// was filled. Null where the fill, or something on top of it, does not say how strong it is.
    /// </summary>
    public static CoolantStrength? Of(BikeLedger ledger)
    {
        double? share = null;
        double filled = 0;
        decimal volume = 0;
        foreach (var entry in ledger.InForce)
            switch (entry.Body)
            {
                case FluidFilled { Reservoir: ReservoirId.Coolant } fill:
                    share = ShareOf(fill.Fluid);
                    filled = share ?? 0;
                    volume = fill.Volume.Litres;
                    break;
                case FluidToppedUp { Reservoir: ReservoirId.Coolant } more when volume > 0:
                    var part = (double)Math.Min(1, more.Volume.Litres / volume);
                    // The same as before is what a level step of the fill itself adds.
                    share =
                        more.Fluid == "as before" ? share
                        : share is { } now && ShareOf(more.Fluid) is { } added ? now + ((added - now) * part)
                        : null;
                    break;
                case FluidDrained { Reservoir: ReservoirId.Coolant }:
                    (share, filled, volume) = (null, 0, 0);
                    break;
            }

        return share is { } strength ? new(strength, filled, Coolant.FreezesAt(strength)) : null;
    }

    /// <summary>What the name of a fluid says of it: water is none, "50%", "50:50" and "1:1" say their share.</summary>
    /// <returns>Percent, or null where it says nothing.</returns>
    public static double? ShareOf(string fluid)
    {
        var text = fluid.ToLowerInvariant();
        if (Percent().Match(text) is { Success: true } percent)
            return Number(percent.Groups[1]) is var share and <= 100 ? share : null;
        if (Parts().Match(text) is { Success: true } parts && Number(parts.Groups[1]) + Number(parts.Groups[2]) is var sum and > 0)
            return 100 * Number(parts.Groups[1]) / sum;
        return text.Contains("concentrate", StringComparison.Ordinal) ? 100
            : text.Contains("water", StringComparison.Ordinal) && !text.Contains("waterless", StringComparison.Ordinal) ? 0
            : null;
    }

    private static double Number(Group group) => double.Parse(group.Value.Replace(',', '.'), CultureInfo.InvariantCulture);

    [GeneratedRegex(@"(\d{1,3}(?:[.,]\d)?) ?(?:%|percent|per cent)")]
    private static partial Regex Percent();

    [GeneratedRegex(@"(\d{1,2}) ?(?::|/|to) ?(\d{1,2})")]
    private static partial Regex Parts();
}
