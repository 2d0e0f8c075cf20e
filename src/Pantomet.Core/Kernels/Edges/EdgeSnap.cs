using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Edges;

/// <summary>Moves the sides of a rectangle that was drawn over a screenshot onto the edges of what it was drawn around.</summary>
public static class EdgeSnap
{
    // Below this mean step of brightness, out of 255, nobody sees an edge.
    private const double FaintestEdge = 4;

    // An edge may be weaker than a farther one by this much for each pixel that it is nearer.
    private const double LostPerPixel = 0.03;

    /// <summary>The rectangle whose sides lie on the strongest edges nearby. A side without an edge in reach stays.</summary>
    /// <param name="screen">The screenshot.</param>
    /// <param name="drawn">By a person; pushed into the screenshot first.</param>
    /// <param name="reachPx">How far a side may move.</param>
    public static PixelRect Snap(LuminancePlane screen, PixelRect drawn, int reachPx)
    {
        var left = Math.Clamp(drawn.X, 0, screen.Width - 1);
        var top = Math.Clamp(drawn.Y, 0, screen.Height - 1);
        var right = Math.Clamp(drawn.X + drawn.Width, left + 1, screen.Width);
        var bottom = Math.Clamp(drawn.Y + drawn.Height, top + 1, screen.Height);
        // No side may pass the middle, or two of them would find the same edge.
        var (across, down) = (Math.Min(reachPx, (right - left) / 3), Math.Min(reachPx, (bottom - top) / 3));
        var (x0, x1) =
            (Nearest(left, across, screen.Width, x => StepAcross(screen, x, top, bottom)), Nearest(
                right, across, screen.Width, x => StepAcross(screen, x, top, bottom)));
        var (y0, y1) =
            (Nearest(top, down, screen.Height, y => StepDown(screen, y, left, right)), Nearest(
                bottom, down, screen.Height, y => StepDown(screen, y, left, right)));
        return new PixelRect(x0, y0, x1 - x0, y1 - y0);
    }

    private static int Nearest(int place, int reach, int end, Func<int, double> step)
    {
        var (best, strength) = (place, 0.0);
        for (var at = Math.Max(0, place - reach); at <= Math.Min(end, place + reach); at++)
        {
            // The rim of the screenshot is an edge as well: pictures bleed off it.
            var edge = at == 0 || at == end ? FaintestEdge * 2 : step(at);
            var counted = edge * (1 - (LostPerPixel * Math.Abs(at - place)));
            if (edge >= FaintestEdge && counted > strength)
                (best, strength) = (at, counted);
        }

        return best;
    }

    // The mean step of brightness where column x − 1 meets column x.
    private static double StepAcross(LuminancePlane screen, int x, int top, int bottom)
    {
        var (sum, count) = (0L, 0);
        for (var y = top; y < bottom; y += Stride(bottom - top), count++)
            sum += Math.Abs(screen.At(x, y) - screen.At(x - 1, y));
        return (double)sum / count;
    }

    private static double StepDown(LuminancePlane screen, int y, int left, int right)
    {
        var (sum, count) = (0L, 0);
        for (var x = left; x < right; x += Stride(right - left), count++)
            sum += Math.Abs(screen.At(x, y) - screen.At(x, y - 1));
        return (double)sum / count;
    }

    // A few hundred pixels of a side tell as much as all of them.
    private static int Stride(int length) => Math.Max(1, length / 400);
}
