using MuddyLedger.Core;
using MuddyLedger.Core.Units;
using NodaTime;
using NodaTime.Text;

namespace MuddyLedger.App.Requests;

/// <summary>Reads the fields of one request, and collects what is wrong with each, by its path.</summary>
/// <param name="marks">How the reader writes numbers.</param>
public sealed class FieldCheck(NumberMarks marks)
{
    /// <summary>How the reader writes numbers.</summary>
    public NumberMarks Marks => marks;

    private readonly Dictionary<string, string> _refusals = [];

    /// <summary>Something was refused.</summary>
    public bool Failed => _refusals.Count > 0;

    /// <summary>All that was refused so far, field by field.</summary>
    public Problem Problem() => Requests.Problem.Refused(_refusals);

    /// <summary>The first refusal of a field stands.</summary>
    /// <param name="words">Complete a sentence that begins with the field's name.</param>
    public void Refuse(string field, string words) => _refusals.TryAdd(field, words);

    /// <summary>What a rule of the core refused.</summary>
    public void Refuse(IEnumerable<Refusal> refusals)
    {
        foreach (var refusal in refusals)
            Refuse(refusal.Field ?? "", refusal.Words);
    }

    /// <summary>Ids are UUIDs of version 7.</summary>
    public Guid Id(string field, Guid id)
    {
        if (id.Version != 7 || id.Variant is < 8 or > 11)
            Refuse(field, "must be a UUID of version 7, made by whoever writes");
        return id;
    }

    /// <summary>A day from 1900 to today; today where it is refused.</summary>
    public LocalDate Date(string field, string? text, LocalDate today)
    {
        var read = LocalDatePattern.Iso.Parse(text ?? "");
        if (!read.Success)
            Refuse(field, string.IsNullOrWhiteSpace(text) ? "is missing" : "is not a date such as 2026-04-18");
        else if (read.Value > today)
            Refuse(field, "lies in the future");
        else if (read.Value.Year < 1900)
            Refuse(field, "lies before 1900");
        return read.Success ? read.Value : today;
    }

    /// <summary>Today where nobody says another day.</summary>
    public LocalDate DateOrToday(string field, string? text, LocalDate today) =>
        string.IsNullOrWhiteSpace(text) ? today : Date(field, text, today);

    /// <summary>Trimmed, and not empty.</summary>
    /// <param name="most">Letters.</param>
    public string Text(string field, string? text, int most)
    {
        var trimmed = text?.Trim() ?? "";
        if (trimmed.Length == 0)
            Refuse(field, "is missing");
        return Bounded(field, trimmed, most);
    }

    /// <summary>Trimmed; null where nothing is there.</summary>
    /// <param name="most">Letters.</param>
    public string? OptionalText(string field, string? text, int most) =>
        string.IsNullOrWhiteSpace(text) ? null : Bounded(field, text.Trim(), most);

    /// <summary>Nought where it is refused.</summary>
    /// <param name="bare">The unit of a number alone.</param>
    /// <param name="atMostInBase">In the base unit of its kind.</param>
    public Quantity Quantity(string field, string? text, Unit bare, decimal atMostInBase)
    {
        var read = QuantityText.Read(text, bare, atMostInBase, marks);
        if (read.IsRefused)
            Refuse(field, read.Refusal!);
        return read.IsRefused ? new Quantity(0, bare) : read.Value;
    }

    /// <summary>At most 200 litres.</summary>
    /// <param name="bare">The unit of a number alone.</param>
    public Volume Volume(string field, string? text, Unit bare) => Core.Units.Volume.From(Quantity(field, text, bare, 200));

    /// <summary>Null where nothing is there.</summary>
    /// <param name="bare">The unit of a number alone.</param>
    public Volume? OptionalVolume(string field, string? text, Unit bare) =>
        string.IsNullOrWhiteSpace(text) ? null : Volume(field, text, bare);

    /// <summary>By the reader's own marks; zero where it is refused.</summary>
    public Money Money(string field, string? text)
    {
        var read = Core.Units.Money.Read(text, marks);
        if (read.IsRefused)
            Refuse(field, read.Refusal!);
        return read.Value;
    }

    /// <summary>Null where nothing is there.</summary>
    public Money? OptionalMoney(string field, string? text) => string.IsNullOrWhiteSpace(text) ? null : Money(field, text);

    /// <summary>A whole number; the least of its range where it is refused.</summary>
    public int Whole(string field, string? text, int least, int most)
    {
        var read = NumberText.Whole(text, least, most);
        if (read.IsRefused)
            Refuse(field, read.Refusal!);
        return read.IsRefused ? least : read.Value;
    }

    /// <summary>Null where nothing is there.</summary>
    public int? OptionalWhole(string field, string? text, int least, int most) =>
        string.IsNullOrWhiteSpace(text) ? null : Whole(field, text, least, most);

    /// <summary>Whole minutes, typed as minutes or as hours and minutes.</summary>
    public int Minutes(string field, string? text, int most)
    {
        var read = MinutesText.Read(text, marks, most);
        if (read.IsRefused)
            Refuse(field, read.Refusal!);
        return read.Value;
    }

    private string Bounded(string field, string text, int most)
    {
        if (text.Length > most)
            Refuse(field, $"is longer than {most} characters");
        else if (!PlainText.IsPlain(text))
            Refuse(field, PlainText.Words);
        return text;
    }
}
