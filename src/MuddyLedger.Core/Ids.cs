namespace MuddyLedger.Core;

/// <summary>Ids are UUIDs of version 7, made by whoever writes, so that a repeated request changes nothing twice.</summary>
/// <param name="Value">A UUID.</param>
public readonly record struct BikeId(Guid Value)
{
    public override string ToString() => Value.ToString();
}

/// <summary>The id of a line of a book.</summary>
/// <param name="Value">A UUID.</param>
public readonly record struct EntryId(Guid Value)
{
    public override string ToString() => Value.ToString();
}

/// <summary>The id of a viewing.</summary>
/// <param name="Value">A UUID.</param>
public readonly record struct ViewingId(Guid Value)
{
    public override string ToString() => Value.ToString();
}

/// <summary>The id of a job run.</summary>
/// <param name="Value">A UUID.</param>
public readonly record struct RunId(Guid Value)
{
    public override string ToString() => Value.ToString();
}
