using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Jobs;

/// <summary>An access group that another one needs open first, on the bikes that it names.</summary>
/// <param name="Group">Its id.</param>
/// <param name="Applies">On which bikes.</param>
public sealed record AccessNeed(string Group, Applies Applies);

/// <summary>
/// Something that has to come off or out before work can begin behind it: a tank, a wheel, a panel. Jobs name the group; the opening and
/// the
/// closing are written once, here, and happen once however many jobs need them.
/// </summary>
/// <param name="Id">By which steps name it.</param>
/// <param name="Title">What is opened.</param>
/// <param name="Applies">On which bikes it is in the way.</param>
/// <param name="Requires">What must be open before this can be opened: it is closed again after it.</param>
/// <param name="BlocksRunning">The engine cannot or may not run while it is open.</param>
/// <param name="Minutes">To open and to close it, 0 to 600.</param>
/// <param name="Provenance">Where its minutes come from.</param>
/// <param name="Open">In order. May be empty for a place that is reached through others alone.</param>
/// <param name="Close">In order.</param>
public sealed record AccessGroup(
    string Id,
    string Title,
    Applies Applies,
    ImmutableArray<AccessNeed> Requires,
    bool BlocksRunning,
    int Minutes,
    Provenance Provenance,
    ImmutableArray<Step> Open,
    ImmutableArray<Step> Close
)
{
    /// <summary>Groups of which only one may be open at a time: a bike with neither wheel stands on nothing.</summary>
    public ImmutableArray<string> NotWith
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>Opening it opens the fuel: it is done on a cold engine.</summary>
    public bool OpensFuel => Open.Any(step => step.Cautions.Contains(Hazard.FuelVapour));

    /// <summary>
    /// The groups that must be open on this bike so that work behind the named ones can begin; each before what needs it.
    /// </summary>
    public static ImmutableArray<AccessGroup> Chain(
        IEnumerable<string> wanted,
        IReadOnlyDictionary<string, AccessGroup> all,
        Capabilities bike
    )
    {
        var chain = ImmutableArray.CreateBuilder<AccessGroup>();
        foreach (var id in wanted)
            Add(id, []);
        return chain.ToImmutable();

        void Add(string id, ImmutableHashSet<string> above)
        {
            if (above.Contains(id))
                throw new InvalidOperationException($"The access group \"{id}\" needs itself open.");
            if (!all.TryGetValue(id, out var group) || !group.Applies.To(bike) || chain.Contains(group))
                return;
            foreach (var need in group.Requires.Where(need => need.Applies.To(bike)))
                Add(need.Group, above.Add(id));
            chain.Add(group);
        }
    }
}
