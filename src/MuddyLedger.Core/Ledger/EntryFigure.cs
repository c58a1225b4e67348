using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Ledger;

/// <summary>
/// One thing that a line of the book says. One that can be corrected knows the line that stands when another value is put in its place; of
/// a line's other figures nothing changes.
/// </summary>
/// <param name="Name">Of the field, as a correction gives it: "volume".</param>
public abstract record EntryFigure(string Name);

/// <summary>A distance or hours, in the unit of the bike's meter.</summary>
/// <param name="Name">By which it is corrected.</param>
/// <param name="Amount">What it says.</param>
/// <param name="Put">The body with another in its place; null where it cannot be corrected.</param>
public sealed record MeterFigure(string Name, MeterAmount Amount, Func<MeterAmount, EntryBody>? Put = null) : EntryFigure(Name);

/// <summary>A volume that a line says.</summary>
/// <param name="Name">By which it is corrected.</param>
/// <param name="Volume">What it says.</param>
/// <param name="Put">The body with another in its place; null where it cannot be corrected.</param>
/// <param name="Of">What it is a volume of, where the line is about more than one.</param>
public sealed record VolumeFigure(string Name, Volume Volume, Func<Volume, EntryBody>? Put = null, string? Of = null) : EntryFigure(Name);

/// <summary>Money that a line says.</summary>
/// <param name="Name">By which it is corrected.</param>
/// <param name="Amount">What it says.</param>
/// <param name="Put">The body with another in its place; null where it cannot be corrected.</param>
public sealed record MoneyFigure(string Name, Money Amount, Func<Money, EntryBody>? Put = null) : EntryFigure(Name);

/// <summary>A time of work that a line says.</summary>
/// <param name="Name">By which it is corrected.</param>
/// <param name="Minutes">0 to 10,000.</param>
/// <param name="Put">The body with another in its place; null where it cannot be corrected.</param>
public sealed record MinutesFigure(string Name, int Minutes, Func<int, EntryBody>? Put = null) : EntryFigure(Name);

/// <summary>Words of the owner's own, which a correction may change and not leave out.</summary>
/// <param name="Name">By which it is corrected.</param>
/// <param name="Text">What it says.</param>
/// <param name="Put">The body with another in its place; null where it cannot be corrected.</param>
public sealed record TextFigure(string Name, string Text, Func<string, EntryBody>? Put = null) : EntryFigure(Name);

/// <summary>Words of the owner's own, which a correction may also leave out: then null is put in.</summary>
/// <param name="Name">By which it is corrected.</param>
/// <param name="Text">What it says.</param>
/// <param name="Put">The body with another in its place, or without one.</param>
public sealed record NoteFigure(string Name, string Text, Func<string?, EntryBody> Put) : EntryFigure(Name);

/// <summary>One of a fixed choice, or words of the application's own. With another it were another line: this one is struck.</summary>
/// <param name="Name">What the figure is called.</param>
/// <param name="Word">What it says.</param>
public sealed record WordFigure(string Name, string Word) : EntryFigure(Name)
{
    /// <summary>A choice by the words of its name: "milky or grey".</summary>
    public static WordFigure Of<T>(string name, T choice)
        where T : struct, Enum => new(name, Bikes.Capabilities.Word(choice).Replace('-', ' '));
}
