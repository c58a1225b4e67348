namespace MuddyLedger.Core;

/// <summary>How far a figure or a rule can be trusted, the best first.</summary>
public enum ProvenanceKind
{
    Manual,
    Published,
    CommonPractice,
    House,
    Owner,
}

/// <summary>
/// Where a number comes from. The maker's manual wins over all others; a house value is our own choice and may be changed.
/// </summary>
/// <param name="Kind">How far it can be trusted.</param>
/// <param name="Source">The page, standard or book; never empty for <see cref="ProvenanceKind.Published"/>.</param>
public sealed record Provenance(ProvenanceKind Kind, string? Source = null)
{
    /// <summary>Ours.</summary>
    public static readonly Provenance House = new(ProvenanceKind.House);

    /// <summary>Of the trade, without a source.</summary>
    public static readonly Provenance CommonPractice = new(ProvenanceKind.CommonPractice);

    /// <summary>
    /// Reads "house", "common practice", "owner", "manual: p. 3-12" or "published: NIST SP 811"; null where it is none of these.
    /// </summary>
    public static Provenance? Read(string text)
    {
        var parts = text.Split(':', 2, StringSplitOptions.TrimEntries);
        var source = parts.Length == 2 && parts[1].Length > 0 ? parts[1] : null;
        return parts[0] switch
        {
            "house" => new(ProvenanceKind.House, source),
            "common practice" => new(ProvenanceKind.CommonPractice, source),
            "owner" => new(ProvenanceKind.Owner, source),
            "manual" => new(ProvenanceKind.Manual, source),
            "published" when source is not null => new(ProvenanceKind.Published, source),
            _ => null,
        };
    }
}
