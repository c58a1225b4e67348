namespace MuddyLedger.Core.Ledger;

/// <summary>A photo of the bike.</summary>
/// <param name="Photo">The picture itself is kept beside the book, under this id.</param>
/// <param name="About">What it shows; empty where nobody said.</param>
public sealed record PhotoTaken(Guid Photo, string About) : EntryBody
{
    public override string KindName() => "Photo";

    public override IEnumerable<EntryFigure> Figures()
    {
        if (About.Length > 0)
            yield return new NoteFigure("about", About, words => this with { About = words ?? "" });
    }
}
