namespace MuddyLedger.App.Requests;

/// <summary>
/// One rule for every text that is sent, whatever field it is for: no characters that cannot be written or seen, but the ends of lines and
/// the tab.
/// </summary>
public static class PlainText
{
    /// <summary>Of the refusal.</summary>
    public const string Words = "holds characters that cannot be written";

    /// <summary>Whether it holds nothing else.</summary>
    public static bool IsPlain(string text)
    {
        foreach (var letter in text)
            if (char.IsControl(letter) && letter is not ('\n' or '\r' or '\t'))
                return false;
        return true;
    }
}
