using MuddyLedger.Web.Tests;
using MuddyLedger.Web.Tests.Bikes;
using MuddyLedger.Web.Tests.Exchange;
using MuddyLedger.Web.Tests.Hosting;
using MuddyLedger.Web.Tests.Jobs;
using Xunit.Sdk;
using Xunit.v3;

[assembly: TestCollectionOrderer(typeof(LongestFirst))]

namespace MuddyLedger.Web.Tests;

/// <summary>
/// Classes run beside each other, and what is in one runs in turn: those that take longest begin, so that none of them is left over at
/// the end with a core to itself.
/// </summary>
public sealed class LongestFirst : ITestCollectionOrderer
{
    private static readonly Type[] Longest =
    [
        typeof(CrashTests),
        typeof(KilledStartTests),
        typeof(ImportSenseTests),
        typeof(ExchangeTests),
        typeof(ImportTests),
        typeof(RunTests),
        typeof(SnapshotCacheTests),
        typeof(JunkTests),
    ];

    public IReadOnlyCollection<T> OrderTestCollections<T>(IReadOnlyCollection<T> testCollections)
        where T : ITestCollection => [.. testCollections.OrderBy(Place)];

    private static int Place<T>(T collection)
        where T : ITestCollection
    {
        var at = Array.FindIndex(Longest, type => collection.TestCollectionDisplayName.Contains(type.FullName!, StringComparison.Ordinal));
        return at < 0 ? Longest.Length : at;
    }
}
