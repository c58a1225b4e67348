using System.Collections.Immutable;
using NodaTime;

namespace MuddyLedger.Instruments;

/// <param name="Low">Degrees Celsius in the night.</param>
/// <param name="High">Degrees Celsius in the afternoon.</param>
public sealed record DayOfWeather(LocalDate Date, double Low, double High);

/// <summary>Where the weather of the coming weeks is asked for. A real forecast can stand behind the same interface.</summary>
public interface IWeatherForecast
{
    /// <summary>True where the answers are made up.</summary>
    bool Simulated { get; }

    Task<ImmutableArray<DayOfWeather>> ComingAsync(LocalDate from, int days, CancellationToken cancel);
}

/// <summary>A stand-in that ships: the weather of a wet moor edge at 310 m, the same for the same day always; winters reach -9 C.</summary>
public sealed class SimulatedWeather : IWeatherForecast
{
    public bool Simulated => true;

    public Task<ImmutableArray<DayOfWeather>> ComingAsync(LocalDate from, int days, CancellationToken cancel) =>
        Task.FromResult<ImmutableArray<DayOfWeather>>([
            .. Enumerable.Range(0, Math.Clamp(days, 0, 366)).Select(day => Of(from.PlusDays(day))),
        ]);

    private static DayOfWeather Of(LocalDate date)
    {
        // Coldest in late January, warmest in late July; a night 8 degrees under its day.
        var season = Math.Cos(2 * Math.PI * (date.DayOfYear - 25) / 365.25);
        var middle = 9 - (8.5 * season);
        // Weather comes in spells of some days, and each day has a will of its own.
        var spell = Noise(date.PlusDays(-(date.DayOfYear % 5)), 11) * 4;
        var own = Noise(date, 3) * 1.5;
        return new(date, Math.Round(middle + spell + own - 4, 1), Math.Round(middle + spell + own + 4.5 + (Noise(date, 7) * 2), 1));
    }

    /// <summary>From -1 to 1, the same on every machine.</summary>
    private static double Noise(LocalDate date, int salt)
    {
        var hash = unchecked((uint)((date.Year * 372) + (date.DayOfYear * 7) + salt) * 2654435761u);
        hash ^= hash >> 15;
        hash = unchecked(hash * 2246822519u);
        hash ^= hash >> 13;
        return (hash / (double)uint.MaxValue * 2) - 1;
    }
}
