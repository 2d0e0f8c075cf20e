namespace Pantomet.Core.Framing;

/// <summary>Whole numbers from one to another, both included, along one axis.</summary>
internal readonly record struct Span(int Least, int Most)
{
    /// <summary>The places at which a window shows as much as possible of something.</summary>
    /// <param name="places">Where the window may begin; at least one.</param>
    /// <param name="window">Its length.</param>
    /// <param name="from">Where the thing begins.</param>
    /// <param name="length">Its length.</param>
    /// <returns>A part of <paramref name="places"/>, and how much is shown there.</returns>
    public static (Span Places, long Shown) Showing(Span places, int window, int from, int length)
    {
        // What is shown rises, stays, and falls as the window moves: a trapezoid, flat between these two.
        var (flatFrom, flatTo) = (Math.Min(from, from + length - window), Math.Max(from, from + length - window));
        var best = new Span(places.Nearest(flatFrom), places.Nearest(flatTo));
        return (best, Math.Max(0L, Math.Min((long)best.Least + window, (long)from + length) - Math.Max(best.Least, from)));
    }

    /// <summary>The number of the span nearest to another.</summary>
    public int Nearest(double wanted) => (int)Math.Clamp(Math.Floor(wanted + 0.5), Least, Most);

    /// <summary>The ends, and some numbers between them, in order and each once.</summary>
    public int[] With(IEnumerable<long> some)
    {
        var (least, most) = this;
        return [.. some.Where(at => at > least && at < most).Select(at => (int)at).Append(least).Append(most).Distinct().Order()];
    }
}
