namespace MuddyLedger.Core.Units;

/// <summary>
/// A distance travelled by a bike, in metres. Never negative; exact as typed (a mile is 1,609.344 m exactly: NIST SP 811, appendix B).
/// </summary>
public readonly record struct Distance : IComparable<Distance>
{
    private Distance(decimal metres) =>
        Metres = metres >= 0 ? metres : throw new ArgumentOutOfRangeException(nameof(metres), metres, "A distance is never negative.");

    /// <summary>0 or more.</summary>
    public decimal Metres { get; }

    /// <summary>None.</summary>
    public static Distance Zero => default;

    /// <summary>Exact.</summary>
    public static Distance FromMetres(decimal metres) => new(metres);

    /// <exception cref="ArgumentException">The quantity measures something else.</exception>
    public static Distance From(Quantity quantity) => new(quantity.In(Unit.Metre).Value);

    /// <param name="unit">Of distance.</param>
    public Quantity In(Unit unit) => new Quantity(Metres, Unit.Metre).In(unit);

    public int CompareTo(Distance other) => Metres.CompareTo(other.Metres);

    public override string ToString() => new Quantity(Metres, Unit.Metre).ToString();

    public static bool operator <(Distance left, Distance right) => left.Metres < right.Metres;

    public static bool operator >(Distance left, Distance right) => left.Metres > right.Metres;

    public static bool operator <=(Distance left, Distance right) => left.Metres <= right.Metres;

    public static bool operator >=(Distance left, Distance right) => left.Metres >= right.Metres;
}
