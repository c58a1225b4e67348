namespace MuddyLedger.Core;

/// <summary>Makes a text fit where only so much of it can be kept. The one place where texts are cut.</summary>
public static class Cut
{
    /// <summary>The text, or as many of its whole words as fit, and a sign that there was more.</summary>
    public static string To(string text, int most)
    {
        if (text.Length <= most)
            return text;
        var end = text.LastIndexOf(' ', most - 2);
        var kept = text[..(end > 0 ? end : most - 1)];
        // A sign of two halves is not cut in the middle.
        if (char.IsHighSurrogate(kept[^1]))
            kept = kept[..^1];
        return $"{kept.TrimEnd(' ', ',', ';')}\u2026";
    }

    /// <summary>Lists of items, each as long as it may be, so that none is lost.</summary>
    public static IEnumerable<string> Lists(string start, IEnumerable<string> items, int most)
    {
        var line = "";
        foreach (var item in items.Select(item => To(item, most - start.Length - 4)))
        {
            if (line.Length > 0 && start.Length + line.Length + item.Length + 3 > most)
            {
                yield return $"{start}{line}.";
                line = "";
            }

            line += line.Length == 0 ? item : $"; {item}";
        }

        if (line.Length > 0)
            yield return $"{start}{line}.";
    }
}
