namespace Pantomet.Core.Sizing;

/// <summary>One way to choose widths, and what it costs.</summary>
/// <param name="Choice">How the widths were chosen.</param>
/// <param name="Widths">In px, rising.</param>
/// <param name="Cost">What it costs the visitors.</param>
public sealed record ComparedLadder(LadderChoice Choice, IReadOnlyList<int> Widths, LadderCost Cost);

/// <summary>Sets a ladder beside the other ways to choose widths.</summary>
public static class LadderComparison
{
    /// <summary>Common practice, no source: one file for plain and dense screens alike.</summary>
    public const double DefaultFactor = 1.5;

    /// <summary>
    /// The chosen ladder first, then what it was not chosen from: the best and even steps with as many files, and one file.
    /// </summary>
    /// <param name="ladder">The chosen one.</param>
    public static IReadOnlyList<ComparedLadder> Of(LayoutLadder ladder)
    {
        var files = Math.Clamp(ladder.Widths.Count, 1, BestLadder.MaxFiles);
        LadderChoice[] others =
            [new LadderChoice.BestOfFiles(files), new LadderChoice.Even(files), new LadderChoice.OneFile(DefaultFactor)];
        return [Compared(ladder, ladder.Choice, ladder.Widths),
            .. others.Where(choice => !IsLike(choice, ladder.Choice)).Select(choice => Compared(ladder, choice, ladder.WidthsBy(choice)))];
    }

    private static bool IsLike(LadderChoice other, LadderChoice chosen) =>
        other == chosen || (other is LadderChoice.BestOfFiles && chosen is LadderChoice.BestWithin);

    private static ComparedLadder Compared(LayoutLadder ladder, LadderChoice choice, IReadOnlyList<int> widths) =>
        new(choice, widths, ladder.CostOf(widths));
}
