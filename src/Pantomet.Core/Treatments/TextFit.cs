namespace Pantomet.Core.Treatments;

/// <summary>The words of a text as wide as they are set.</summary>
/// <param name="Words">Width of each, in em: against the size of the font.</param>
/// <param name="Breaks">Words after which a line ends whatever the width; rising.</param>
/// <param name="Space">Width of the space between two, in em.</param>
/// <param name="LineHeight">From line to line, in em.</param>
public sealed record MeasuredText(IReadOnlyList<double> Words, IReadOnlyList<int> Breaks, double Space, double LineHeight)
{
    /// <summary>Width of the widest line, in em.</summary>
    /// <param name="lines">How many words each line has.</param>
    public double Widest(IReadOnlyList<int> lines)
    {
        var (widest, first) = (0.0, 0);
        foreach (var count in lines)
        {
            widest = Math.Max(widest, Words.Skip(first).Take(count).Sum() + ((count - 1) * Space));
            first += count;
        }

        return widest;
    }
}

/// <summary>A text broken into lines.</summary>
/// <param name="Size">Of the font, in the unit of the area.</param>
/// <param name="Lines">How many words each line has.</param>
public sealed record FittedText(double Size, IReadOnlyList<int> Lines);

/// <summary>Sets a text as large as an area allows.</summary>
public static class TextFit
{
    /// <summary>The largest size, and the fewest lines at that size; each number of lines is broken so that the widest of them is as narrow
    /// as can be.</summary>
    /// <param name="text">At least one word.</param>
    /// <param name="width">Of the area.</param>
    /// <param name="height">Of the area.</param>
    /// <param name="maxSize">No larger than this, however much room there is.</param>
    /// <param name="maxLines">At least 1.</param>
    /// <returns>Null where more lines are asked for than there may be.</returns>
    public static FittedText? Largest(MeasuredText text, double width, double height, double maxSize, int maxLines)
    {
        FittedText? best = null;
        for (var lines = text.Breaks.Count + 1; lines <= Math.Min(maxLines, text.Words.Count); lines++)
        {
            var broken = Broken(text, lines);
            var size = Math.Min(maxSize, Math.Min(width / broken.Widest, height / (lines * text.LineHeight)));
            if (best is null || size > best.Size)
                best = new FittedText(size, broken.Lines);
        }

        return best;
    }

    // least[words, lines]: how narrow the widest line can be if so many of the first words stand in so many lines.
    private static (double Widest, IReadOnlyList<int> Lines) Broken(MeasuredText text, int lines)
    {
        var count = text.Words.Count;
        var (least, taken) = (new double[count + 1, lines + 1], new int[count + 1, lines + 1]);
        for (var words = 0; words <= count; words++)
        {
            for (var line = 0; line <= lines; line++)
                least[words, line] = words == 0 && line == 0 ? 0 : double.PositiveInfinity;
        }

        for (var line = 1; line <= lines; line++)
        {
            for (var words = 1; words <= count; words++)
            {
                var width = -text.Space;
                for (var last = 1; last <= words; last++)
                {
                    var first = words - last;
                    width += text.Words[first] + text.Space;
                    var widest = Math.Max(width, least[first, line - 1]);
                    if (widest < least[words, line])
                        (least[words, line], taken[words, line]) = (widest, last);
                    // A line does not go on beyond a break.
                    if (text.Breaks.Contains(first))
                        break;
                }
            }
        }

        var broken = new int[lines];
        for (var (words, line) = (count, lines); line > 0; words -= taken[words, line], line--)
            broken[line - 1] = taken[words, line];
        return (least[count, lines], broken);
    }
}
