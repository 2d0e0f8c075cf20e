using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>What the weigher settled on for one picture in one format.</summary>
/// <param name="Trial">The file; where <paramref name="Conflict"/> says so it is not good enough to hand out.</param>
/// <param name="Points">Of the file.</param>
/// <param name="Conflict">What stands in the way; none where the file is good.</param>
/// <param name="IsFreeOfCap">Whether the same file comes out under any cap of which it leaves a good part unused, and without one.</param>
public sealed record Weighed(Trial Trial, double Points, Conflict Conflict, bool IsFreeOfCap = false);

/// <summary>Limits of a slot that cannot be met together.</summary>
public enum Conflict
{
    /// <summary>All limits are met.</summary>
    None,

    /// <summary>What fits the cap looks worse than the floor.</summary>
    CapAndFloor,

    /// <summary>The lowest quality that the slot allows is over the cap.</summary>
    CapAndQuality,

    /// <summary>No quality of the format reaches the floor.</summary>
    FloorOutOfReach,
}

/// <summary>Finds, for one picture in one format, the file that meets what its slot asks for.</summary>
/// <remarks>
/// In this order: at or under the cap; at or above the floor; inside the aim band; then the best looks, or the fewest bytes for
/// the looks that are wanted. Cheap encodes of a sample steer; what is handed back was encoded, weighed and scored as a whole.
/// </remarks>
public sealed class Weigher
{
    private const int Highest = 100;

    private readonly WeightDemand demand;
    private readonly PictureFormat format;
    private readonly Trials trials;
    private readonly WeightGoal goal;
    private readonly Knots looks;

    private Weigher(WeightDemand demand, PictureFormat format, Trials trials)
    {
        (this.demand, this.format, this.trials) = (demand, format, trials);
        goal = WeightGoal.For(demand, format);
        looks = ScoreCurve.Of(format);
    }

    /// <summary>Weighs.</summary>
    /// <param name="demand">Limits and preference.</param>
    /// <param name="format">A format for which <see cref="PictureFormats.HasQuality"/> holds.</param>
    /// <param name="trials">The picture's files.</param>
    public static Weighed Weigh(WeightDemand demand, PictureFormat format, Trials trials) => new Weigher(demand, format, trials).Run();

    private Weighed Run()
    {
        var chosen = demand.Score.Prefer == Preference.Smaller ? Smaller() : Within(goal);
        if (demand.Limits.Max is { } cap && chosen.Bytes > cap.Bytes)
            return new Weighed(chosen, trials.PointsOf(chosen), Conflict.CapAndQuality);
        var points = trials.PointsOf(chosen);
        return points >= demand.Score.Min ? new Weighed(chosen, points, Conflict.None, IsFreeOfCap(chosen, points)) : Raised(chosen);
    }

    private bool HasNoOtherWeight => demand.Limits.HasOnlyMax;

    // The best quality that is asked for, or the looks that are wanted: then only a cap in the way could change it.
    private bool IsFreeOfCap(Trial chosen, double points) =>
        HasNoOtherWeight &&
            (demand.Score.Prefer == Preference.Smaller ? points >= demand.Score.Target : chosen.Quality == goal.Quality.Max);

    private Trial Smaller()
    {
        bool TooHeavy(long bytes) => bytes > 1.1 * goal.Max;
        var lightest = ScoreSearch.Lowest(demand.Score.Target, goal.Quality, looks, trials, TooHeavy);
        if (lightest is null || lightest.Bytes > goal.Max)
            return Within(goal);
        // Under the band the wanted looks are met already; the fewest bytes are then the band's own.
        return demand.Limits.Target is { } aim && lightest.Bytes < aim.Min.Bytes ? Within(goal.AtLeast(aim.Min.Bytes)) : lightest;
    }

    private Trial Within(WeightGoal bytes)
    {
        Func<int, long>? estimate = trials.Sample is { } sample ? sample.Bytes : null;
        return trials.At(QualitySearch.Find(bytes, WeightCurve.Of(format), quality => trials.At(quality).File, estimate).Quality);
    }

    // The floor comes before the band and before the quality that is enough, the cap before all.
    private Weighed Raised(Trial chosen)
    {
        var top = demand.Limits.Max is { } cap ? Heaviest(cap.Bytes) : null;
        if (top is not null && trials.PointsOf(top) < demand.Score.Min)
            return new Weighed(top, trials.PointsOf(top), top.Quality == Highest ? Conflict.FloorOutOfReach : Conflict.CapAndFloor);
        if (demand.Limits.Target is { } aim && Heaviest(aim.Max.Bytes) is var inBand && inBand.Bytes <= aim.Max.Bytes &&
            trials.PointsOf(inBand) >= demand.Score.Min)
            top = inBand;
        else if (top is not null && demand.Limits.Target is null && demand.Score.Prefer == Preference.Better &&
            chosen.Quality < goal.Quality.Max)
            return new Weighed(top, trials.PointsOf(top), Conflict.None);

        var highest = top?.Quality ?? Highest;
        var raised = chosen.Quality < highest
            ? ScoreSearch.Lowest(demand.Score.Min, new QualityRange(chosen.Quality + 1, highest), looks, trials, _ => false)!
            : trials.At(highest);
        var points = trials.PointsOf(raised);
        return points >= demand.Score.Min
            ? new Weighed(raised, points, Conflict.None, HasNoOtherWeight && chosen.Quality == goal.Quality.Max)
            : new Weighed(raised, points, Conflict.FloorOutOfReach);
    }

    // The very last quality that fits, not one that is near enough.
    private Trial Heaviest(long most) => Within(new WeightGoal(goal.Quality with { Max = Highest }, most, most, most));
}
