using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Jobs;

/// <summary>A figure that a step of a job asks for, and that nobody has entered for this bike.</summary>
/// <param name="Field">As the profile names it: "torques.rear-axle", "figures.plug-gap", "reservoirs.engine".</param>
/// <param name="Job">The job that asks for it.</param>
public sealed record MissingFigure(string Field, Job Job);

/// <summary>What jobs ask for and nobody has entered.</summary>
public static class MissingFigures
{
    /// <summary>What these jobs will ask for, over all their choices.</summary>
    public static ImmutableArray<MissingFigure> Of(Profile bike, IEnumerable<Job> jobs)
    {
        var capabilities = Capabilities.Of(bike);
        return
        [
            .. (
                from job in jobs
                from step in job.Steps
                where step.Applies.Possible(capabilities)
                let field = Of(bike, step)
                where field is not null
                select new MissingFigure(field, job)
            ).DistinctBy(missing => missing.Field),
        ];
    }

    /// <summary>What a step asks for that is not entered; null where nothing is missing.</summary>
    public static string? Of(Profile bike, Step step) =>
        step switch
        {
            { Fastener: { } fastener } when !bike.Torques.ContainsKey(fastener) => $"torques.{Capabilities.Word(fastener)}",
            { Measure.Figure: { } figure } when bike.Figure(figure) is null && step.Measure.Row is null =>
                $"figures.{Capabilities.Word(figure)}",
            { Kind: StepKind.Pour, Reservoir: { } reservoir } when HasNoCapacity(bike, reservoir) =>
                $"reservoirs.{Capabilities.Word(reservoir)}",
            _ => null,
        };

    private static bool HasNoCapacity(Profile bike, ReservoirId reservoir) =>
        bike.Reservoirs.GetValueOrDefault(reservoir) is not { } spec
        || (spec.DrainOnly is null && spec.DrainAndFilter is null && spec.DryFill is null);
}
