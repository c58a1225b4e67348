using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Layup;

/// <summary>As what a bike came into the shed.</summary>
public enum TakenInAs
{
    Runner,
    NonRunner,
    Project,
}

/// <summary>From here on the bike is the owner's. One that does not run proves nothing of its gates until it does.</summary>
/// <param name="As">Runner, non-runner, or project.</param>
public sealed record TakenIn(TakenInAs As) : EntryBody
{
    public override string KindName() => "Taken in";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            new WordFigure(
                "as",
                As switch
                {
                    TakenInAs.Project => "as a project",
                    TakenInAs.NonRunner => "not running",
                    _ => "running",
                }
            ),
        ];
}
