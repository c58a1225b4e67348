namespace MuddyLedger.Core.Tests;

/// <summary>
/// What holds of many things, for loops over whole products of choices: told as Shouldly tells it, but the condition is not compiled
/// anew at every turn.
/// </summary>
internal static class Each
{
    /// <param name="where">Where in the product it was.</param>
    public static void ShouldEachBe<T>(this IEnumerable<T> all, Func<T, bool> holds, string? where = null)
    {
        foreach (var one in all)
            if (!holds(one))
                throw new ShouldAssertException($"{where}: this one does not hold: {one}");
    }

    /// <param name="where">Where in the product it was.</param>
    public static void ShouldHaveOne<T>(this IEnumerable<T> all, Func<T, bool> holds, string? where = null)
    {
        if (!all.Any(holds))
            throw new ShouldAssertException($"{where}: none of these holds: {string.Join("; ", all)}");
    }

    /// <param name="where">Where in the product it was.</param>
    public static void ShouldHaveNone<T>(this IEnumerable<T> all, Func<T, bool> holds, string? where = null) =>
        all.ShouldEachBe(one => !holds(one), where);
}
