namespace MuddyLedger.Core.Ledger;

/// <summary>
/// Something that is worked out from some kinds of lines alone. A book gives it those lines and no others, and keeps what came out for as
/// long as none of them is added: most lines leave most of what is known of a bike as it is.
/// </summary>
/// <typeparam name="T">What comes out; never changed.</typeparam>
/// <param name="looksAt">Whether it looks at lines that say this.</param>
/// <param name="of">Works it out from a book that holds such lines only, each in its place.</param>
public sealed class LineFold<T>(Func<EntryBody, bool> looksAt, Func<BikeLedger, T> of)
    where T : class
{
    internal Func<EntryBody, bool> LooksAt { get; } = looksAt;

    internal T Of(BikeLedger lines) => of(lines);
}
