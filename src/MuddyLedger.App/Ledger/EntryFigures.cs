using System.Globalization;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;

namespace MuddyLedger.App.Ledger;

/// <summary>How a figure is shown and corrected.</summary>
public enum FigureForm
{
    Quantity,
    Text,
    Money,
    Minutes,
    Word,
}

/// <summary>One thing an entry says.</summary>
/// <param name="Name">The field's name, as a correction must give it.</param>
/// <param name="Form">How it is written; a word is one of a fixed choice, or words of the application's own.</param>
/// <param name="Quantity">Null of one that is no quantity.</param>
/// <param name="Text">Words, or an amount of money, or minutes; null of a quantity.</param>
/// <param name="Of">What it is a quantity of, where the line is about more than one.</param>
/// <param name="Editable">How it stands in the field when it is corrected; null where it cannot be corrected but only struck.</param>
public sealed record Figure(string Name, FigureForm Form, Shown? Quantity, string? Text, string? Of, string? Editable);

/// <summary>What each figure of an entry looks like to its reader, and how what was typed in its place is read.</summary>
public static class EntryFigures
{
    private const int LongestText = 500;
    private const int MostMinutes = 10_000;

    /// <summary>What the line says, figure by figure, in the units of bike and owner.</summary>
    public static IReadOnlyList<Figure> Of(EntryBody body, Profile bike, OwnerSettings settings) =>
        [.. body.Figures().Select(figure => Of(figure, bike, settings))];

    private static Figure Of(EntryFigure figure, Profile bike, OwnerSettings settings)
    {
        Figure Quantity(Shown shown, string? of, bool open) =>
            new(figure.Name, FigureForm.Quantity, shown, null, of, open ? shown.Editable() : null);
        Figure Words(FigureForm form, string words, bool open) => new(figure.Name, form, null, words, null, open ? words : null);
        return figure switch
        {
            MeterFigure meter => Quantity(Shown.Of(meter.Amount, bike), null, meter.Put is not null),
            VolumeFigure volume => Quantity(Shown.Of(volume.Volume, settings), volume.Of, volume.Put is not null),
            MoneyFigure money => Words(FigureForm.Money, money.Amount.ToString(), money.Put is not null),
            MinutesFigure time => Words(FigureForm.Minutes, time.Minutes.ToString(CultureInfo.InvariantCulture), time.Put is not null),
            TextFigure text => Words(FigureForm.Text, text.Text, text.Put is not null),
            NoteFigure note => Words(FigureForm.Text, note.Text, true),
            WordFigure word => Words(FigureForm.Word, word.Word, false),
            _ => throw new InvalidOperationException($"No form for {figure.GetType().Name}."),
        };
    }

    /// <summary>The same entry with some figures corrected; what cannot be is refused by its name.</summary>
    /// <param name="typed">What was typed, by the figure's name. What stands in its field unchanged corrects nothing.</param>
    public static EntryBody Corrected(
        EntryBody body,
        IReadOnlyDictionary<string, string> typed,
        Profile bike,
        OwnerSettings settings,
        FieldCheck check
    )
    {
        var open = Of(body, bike, settings)
            .Where(figure => figure.Editable is not null)
            .ToDictionary(figure => figure.Name, figure => figure.Editable!);
        foreach (var name in typed.Keys.Where(name => !open.ContainsKey(name)))
            check.Refuse($"figures.{name}", "cannot be corrected in this entry");
        foreach (var (name, was) in open)
            if (typed.TryGetValue(name, out var words) && words != was)
                // Each is put into what the ones before it made.
                body = Put(body.Figures().First(figure => figure.Name == name), words, bike, settings, check) ?? body;
        return body;
    }

    private static EntryBody? Put(EntryFigure figure, string typed, Profile bike, OwnerSettings settings, FieldCheck check)
    {
        var field = $"figures.{figure.Name}";
        return figure switch
        {
            MeterFigure meter => meter.Put?.Invoke(
                MeterAmount.From(check.Quantity(field, typed, bike.UnitOf(meter.Amount.Kind), ReadingHandlers.MostOf(meter.Amount.Kind)))
            ),
            VolumeFigure volume => volume.Put?.Invoke(check.Volume(field, typed, settings.Volume)),
            MoneyFigure money => money.Put?.Invoke(check.Money(field, typed)),
            MinutesFigure time => time.Put?.Invoke(check.Minutes(field, typed, MostMinutes)),
            TextFigure text => text.Put?.Invoke(check.Text(field, typed, LongestText)),
            NoteFigure note => note.Put(check.OptionalText(field, typed, LongestText)),
            _ => null,
        };
    }
}
