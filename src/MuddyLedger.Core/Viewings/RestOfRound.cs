namespace MuddyLedger.Core.Viewings;

/// <summary>What the looks not yet taken can still do to the price that is asked.</summary>
public enum RestSays
{
    /// <summary>Even the low end of what the full round would say is no less than what is asked.</summary>
    AskedHolds,

    /// <summary>Even the high end is less than what is asked.</summary>
    AskedTooMuch,

    /// <summary>What is asked lies between: the rest of the round decides.</summary>
    Hangs,
}

/// <summary>
/// How far the walk-away price of the full round may still be from what a part of it says. Twenty minutes seldom settle a price to a tenth:
/// of the bikes whose repairs eat most of their worth, even an hour of looks leaves a fifth further off. So it is said how far it may go.
/// </summary>
/// <param name="Low">Money: the walk-away price if what is left turns out dear, at the 90% level of the cost; never below 0.</param>
/// <param name="High">Money: the same if it turns out cheap, at the 10% level; never above what is asked.</param>
/// <param name="Points">How many are not looked at.</param>
/// <param name="Minutes">What they take.</param>
/// <param name="Says">Null where no price is asked.</param>
public sealed record RestOfRound(double Low, double High, int Points, double Minutes, RestSays? Says)
{
    /// <summary>House value: a tenth of all cases is left out at either end.</summary>
    private const double Tail = 0.1;

    /// <returns>Null where no value is known, where nothing is left to look at, and where a knock-out has decided.</returns>
    public static RestOfRound? Of(ViewingSnapshot snapshot, double? asking)
    {
        var open = snapshot
            .Points.Where(point => !snapshot.State.Seen.ContainsKey(point.Id) && !snapshot.State.IsNotFitted(point.Id))
            .ToList();
        if (
            snapshot is not { Value.Value: { } value, Offers: { } offers }
            || open.Count == 0
            || snapshot.Judgement.Reasons.Any(reason => reason is KnockedOut)
        )
            return null;
        var most = value - snapshot.Papers;
        // A few rare dear faults can lift the mean, and with it the price, past the end of what is likely.
        var low = Math.Min(most - snapshot.CostAt(1 - Tail), offers.WalkAway);
        var high = most - snapshot.CostAt(Tail);
        double Shown(double price) => Math.Clamp(price, 0, asking ?? double.MaxValue);
        RestSays? says =
            asking is not { } price ? null
            : price <= low ? RestSays.AskedHolds
            : price > high ? RestSays.AskedTooMuch
            : RestSays.Hangs;
        return new(Shown(low), Shown(high), open.Count, open.Sum(point => point.Minutes), says);
    }
}
