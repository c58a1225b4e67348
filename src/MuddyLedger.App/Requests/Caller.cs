using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Requests;

/// <summary>Who asks, and what comes along with every request.</summary>
/// <param name="Device">The name of the device that asks, as its owner gave it; at most 40 letters.</param>
/// <param name="Marks">Which mark its reader sets before decimals.</param>
/// <param name="Version">The version of what is to be changed, as the caller last saw it; null where it does not say.</param>
/// <param name="Request">What is asked for: the act and what it is done to, without what is sent along. The same write sent again has the
/// same.</param>
/// <param name="Cancel">Fires when nobody waits for the answer any more.</param>
public sealed record Caller(string Device, NumberMarks Marks, int? Version, string Request, CancellationToken Cancel)
{
    /// <summary>Letters of a device's name that are kept.</summary>
    public const int LongestDevice = 40;

    /// <summary>What is sent along is read through this, so that all that is wrong with it is said at once.</summary>
    public FieldCheck Check() => new(Marks);

    /// <summary>The same for a write, whose id is judged with the rest.</summary>
    public FieldCheck Check(Guid id)
    {
        var check = Check();
        check.Id("id", id);
        return check;
    }

    /// <summary>A name that can be written into a book: without what cannot be seen, and not too long.</summary>
    public static string DeviceNamed(string? name)
    {
        var named = new string([.. (name ?? "").Where(letter => !char.IsControl(letter)).Take(LongestDevice)]).Trim();
        return named.Length > 0 ? named : "unnamed device";
    }
}
