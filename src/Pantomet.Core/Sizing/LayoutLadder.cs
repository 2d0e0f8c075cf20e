namespace Pantomet.Core.Sizing;

/// <summary>How the widths of a ladder are chosen.</summary>
public abstract record LadderChoice
{
    private LadderChoice()
    {
    }

    /// <summary>By a person.</summary>
    /// <param name="Px">Rising.</param>
    public sealed record ByHand(IReadOnlyList<int> Px) : LadderChoice;

    /// <summary>In even steps.</summary>
    /// <param name="Files">How many.</param>
    public sealed record Even(int Files) : LadderChoice;

    /// <summary>The fewest bytes with at most so many files.</summary>
    /// <param name="Files">How many.</param>
    public sealed record BestOfFiles(int Files) : LadderChoice;

    /// <summary>The fewest files that keep the waste within a bound.</summary>
    /// <param name="MaxWaste">Of <see cref="LadderCost.Waste"/>.</param>
    public sealed record BestWithin(double MaxWaste) : LadderChoice;

    /// <summary>One file for all.</summary>
    /// <param name="Factor">Times the widest that the picture is shown.</param>
    public sealed record OneFile(double Factor) : LadderChoice;
}

/// <summary>A width ladder, with everything it was computed from.</summary>
/// <param name="Layout">How wide the picture is shown.</param>
/// <param name="Choice">How the widths were chosen.</param>
/// <param name="Promise">What the ladder owes the devices.</param>
/// <param name="Demands">What each device asks for.</param>
/// <param name="Bytes">Expected bytes of a file by its width, its limits kept.</param>
public sealed record LayoutLadder(
    PageLayout Layout, LadderChoice Choice, Promise Promise, IReadOnlyList<Demand> Demands, Func<int, double> Bytes)
{
    /// <summary>Widths of the files in px, rising.</summary>
    public IReadOnlyList<int> Widths { get; } = [.. For(Choice, Demands, Bytes)];

    /// <summary>What these widths cost the visitors.</summary>
    public LadderCost Cost() => CostOf(Widths);

    /// <summary>What other widths would cost them.</summary>
    /// <param name="widths">In px, rising.</param>
    public LadderCost CostOf(IReadOnlyList<int> widths) => LadderCost.Of(widths, Demands, Bytes);

    /// <summary>The widths that another choice would give.</summary>
    /// <param name="choice">Any choice.</param>
    public IReadOnlyList<int> WidthsBy(LadderChoice choice) => For(choice, Demands, Bytes);

    private static IReadOnlyList<int> For(LadderChoice choice, IReadOnlyList<Demand> demands, Func<int, double> bytes) => choice switch
    {
        LadderChoice.ByHand byHand => byHand.Px,
        LadderChoice.Even even => EvenLadder.For(demands, even.Files),
        LadderChoice.BestOfFiles best => BestLadder.ForFiles(demands, bytes, best.Files),
        LadderChoice.BestWithin within => BestLadder.ForWaste(demands, bytes, within.MaxWaste),
        LadderChoice.OneFile one => [OneFileWidth.For(demands, one.Factor)],
        _ => throw new ArgumentOutOfRangeException(nameof(choice)),
    };
}
