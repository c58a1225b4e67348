using System.Diagnostics.CodeAnalysis;

namespace MuddyLedger.App.Requests;

/// <summary>What became of a request: an answer, or why it was not done.</summary>
public sealed record Outcome<T>
    where T : class
{
    /// <summary>Null where it was not done.</summary>
    public T? Answer { get; private init; }

    /// <summary>Null where it was done.</summary>
    public Problem? Problem { get; private init; }

    /// <summary>It was done, and there is an answer.</summary>
    [MemberNotNullWhen(true, nameof(Answer))]
    [MemberNotNullWhen(false, nameof(Problem))]
    public bool IsDone => Problem is null;

    public static implicit operator Outcome<T>(T answer) => new() { Answer = answer };

    public static implicit operator Outcome<T>(Problem problem) => new() { Problem = problem };
}

/// <summary>An answer that can be edited, with the version that an edit must name.</summary>
public interface IVersioned
{
    /// <summary>Counts up with every change, from 1.</summary>
    int Version { get; }
}
