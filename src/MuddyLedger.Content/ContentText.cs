namespace MuddyLedger.Content;

/// <summary>A content file as it was read, for what is found wrong with it only beside the others.</summary>
/// <param name="Name">Its path below the content folder.</param>
internal sealed record ContentText(string Name, string Text)
{
    /// <summary>Of what was read long before and cannot be wrong.</summary>
    public static readonly ContentText None = new("", "");

    /// <param name="word">The id that is wrong: the line on which it first stands by itself is the one that is named.</param>
    public ContentException Wrong(string word, string reason)
    {
        var lines = Text.Split('\n');
        var at = Array.FindIndex(lines, line => Holds(line, word));
        return new(Name, at < 0 ? 1 : at + 1, reason);
    }

    private static bool Holds(string line, string word)
    {
        for (var at = line.IndexOf(word, StringComparison.Ordinal); at >= 0; at = line.IndexOf(word, at + 1, StringComparison.Ordinal))
            if ((at == 0 || !OfAWord(line[at - 1])) && (at + word.Length == line.Length || !OfAWord(line[at + word.Length])))
                return true;
        return false;
    }

    private static bool OfAWord(char letter) => char.IsLetterOrDigit(letter) || letter is '-' or '.' or '/';
}
