using System.Collections.Immutable;
using NodaTime;

namespace MuddyLedger.Core.Viewings;

/// <summary>What stands after all taps so far: the last word on each thing counts.</summary>
/// <param name="Seen">By point.</param>
/// <param name="Typed">What was measured, as typed, by point.</param>
/// <param name="Left">Why, by point.</param>
/// <param name="Notes">By point.</param>
/// <param name="Claims">As they were said, by claim.</param>
/// <param name="Admitted">As it was said, by point.</param>
/// <param name="Credits">What parts of it would bring.</param>
/// <param name="Comparables">Others on offer.</param>
/// <param name="Pictures">In the order in which they were taken.</param>
public sealed record ViewingState(
    ImmutableDictionary<string, Seen> Seen,
    ImmutableDictionary<string, string> Typed,
    ImmutableDictionary<string, LeftBecause> Left,
    ImmutableDictionary<string, string> Notes,
    ImmutableSortedDictionary<string, string> Claims,
    ImmutableDictionary<string, string> Admitted,
    ImmutableArray<CreditCounted> Credits,
    ImmutableArray<ComparableNoted> Comparables,
    ImmutableArray<PointPictured> Pictures
)
{
    /// <summary>What was measured last at a point, whether or not it gives a verdict.</summary>
    public ImmutableDictionary<string, PointMeasured> Measured { get; init; } = ImmutableDictionary<string, PointMeasured>.Empty;

    /// <summary>Whether it was answered that this bike has no such thing.</summary>
    public bool IsNotFitted(string point) => Left.TryGetValue(point, out var why) && why == LeftBecause.NotFitted;

    /// <summary>Before the first tap.</summary>
    public static readonly ViewingState Empty = new(
        Seen: ImmutableDictionary<string, Seen>.Empty,
        Typed: ImmutableDictionary<string, string>.Empty,
        Left: ImmutableDictionary<string, LeftBecause>.Empty,
        Notes: ImmutableDictionary<string, string>.Empty,
        Claims: ImmutableSortedDictionary<string, string>.Empty,
        Admitted: ImmutableDictionary<string, string>.Empty,
        Credits: [],
        Comparables: [],
        Pictures: []
    );

    /// <summary>Points that are not known any more keep their taps and count for nothing.</summary>
    public static ViewingState Of(IEnumerable<ViewingEvent> events, IReadOnlyDictionary<string, Point> points) =>
        events.Aggregate(Empty, (state, tap) => state.With(tap.Act, points));

    private ViewingState With(ViewingAct act, IReadOnlyDictionary<string, Point> points) =>
        act switch
        {
            PointGraded graded => this with
            {
                Seen = Seen.SetItem(graded.Point, Viewings.Seen.Of(graded.Grade)),
                Typed = Typed.Remove(graded.Point),
                Left = Left.Remove(graded.Point),
            },
            PointMeasured measured when points.GetValueOrDefault(measured.Point)?.Scale is { } scale => this with
            {
                Seen = Viewings.Seen.Of(scale, measured) is { } seen ? Seen.SetItem(measured.Point, seen) : Seen.Remove(measured.Point),
                Measured = Measured.SetItem(measured.Point, measured),
                Typed = Typed.SetItem(measured.Point, measured.Typed),
                Left = Left.Remove(measured.Point),
            },
            PointLeft left => this with
            {
                Seen = Seen.Remove(left.Point),
                Typed = Typed.Remove(left.Point),
                Left = Left.SetItem(left.Point, left.Because),
            },
            PointCleared cleared => this with
            {
                Seen = Seen.Remove(cleared.Point),
                Typed = Typed.Remove(cleared.Point),
                Left = Left.Remove(cleared.Point),
            },
            PointNoted noted => this with
            {
                Notes = noted.Text.Length == 0 ? Notes.Remove(noted.Point) : Notes.SetItem(noted.Point, noted.Text),
            },
            PointPictured pictured => this with { Pictures = [.. Pictures.Where(one => one.Photo != pictured.Photo), pictured] },
            PictureDropped dropped => this with { Pictures = [.. Pictures.Where(one => one.Photo != dropped.Photo)] },
            ClaimHeard heard => this with { Claims = Claims.SetItem(heard.Claim, heard.Words) },
            ClaimDropped dropped => this with { Claims = Claims.Remove(dropped.Claim) },
            FaultAdmitted admitted => this with { Admitted = Admitted.SetItem(admitted.Point, admitted.Words) },
            AdmissionDropped dropped => this with { Admitted = Admitted.Remove(dropped.Point) },
            CreditCounted credit => this with { Credits = [.. Credits.Where(one => one.Id != credit.Id), credit] },
            CreditDropped dropped => this with { Credits = [.. Credits.Where(one => one.Id != dropped.Id)] },
            ComparableNoted noted => this with { Comparables = [.. Comparables.Where(one => one.Id != noted.Id), noted] },
            ComparableDropped dropped => this with { Comparables = [.. Comparables.Where(one => one.Id != dropped.Id)] },
            _ => this,
        };
}
