using System.Globalization;
using MuddyLedger.Core.Bikes;
using NodaTime;

namespace MuddyLedger.Core.Wear;

/// <summary>Which wheel a series of a tyre belongs to.</summary>
public enum WheelEnd
{
    Front,
    Rear,
}

/// <summary>What else the book knows of a tyre beside how deep its tread is: age, what is in it, pressure, races.</summary>
public static class TyreFacts
{
    /// <summary>Sentences, the gravest first; empty for what is no tyre, or where nothing is known.</summary>
    /// <param name="book">All series of the bike.</param>
    public static IEnumerable<string> Of(WearSeries series, IEnumerable<WearSeries> book, Profile bike, LocalDate today)
    {
        if (series.Kind.Tyre is not { } end)
            yield break;
        var tyre = end == WheelEnd.Front ? bike.FrontTyre : bike.RearTyre;
        if (TyreDate.Read(tyre?.DateCode) is { } made)
            // A tyre that was fitted since is not the one whose date was written down with the bike.
            yield return series.Current.Fitted?.Date is { } fitted && fitted > made.Monday.PlusYears(FreshYears)
                ? $"The date code written down is of week {made.Week} of {made.Year}. Read the one on this tyre."
                : $"It {made.Warn(today) ?? $"is from week {made.Week} of {made.Year}"}.";
        if (tyre is not null)
            yield return tyre.Inner switch
            {
                TyreInner.FoamInsert => "A foam insert: it does not go flat, and it wears too. Its pressure is what it is.",
                TyreInner.Tube => "With a tube.",
                _ => "Tubeless.",
            };
        var figure = end == WheelEnd.Front ? BikeFigure.FrontTyrePressure : BikeFigure.RearTyrePressure;
        if (book.FirstOrDefault(one => one.Kind.Figure == figure) is { Latest: { Value: { } pressure } latest } measured)
            yield return string.Create(
                CultureInfo.InvariantCulture,
                $"Last at {pressure:0.#} {measured.Kind.Shows} on {latest.Entry.Date:d MMMM uuuu}{Name(measured)}. Too "
                    + $"soft wears its edges, too hard its middle."
            );
        if (series.Current.Races is > 0 and var races)
            yield return races == 1 ? "One race on it." : $"{races} races on it.";
    }

    /// <summary>House value: a shop's tyre is at most so old when it goes on.</summary>
    private const int FreshYears = 3;

    private static string Name(WearSeries measured) => measured.State.Verdict is { Name.Length: > 0 } verdict ? $", {verdict.Name}" : "";
}
