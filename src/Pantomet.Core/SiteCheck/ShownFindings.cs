using System.Globalization;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.SiteCheck;

/// <summary>What is to be said of a file at the sizes at which it is shown.</summary>
public static class ShownFindings
{
    // Invented: a rung of a ladder is seldom exact, and half as wide again costs about twice the bytes.
    private const double TooWide = 1.5;

    // Invented: what is enlarged by less is hardly seen.
    private const double Enlarged = 1.1;

    /// <summary>All of it.</summary>
    /// <param name="facts">Of the file.</param>
    /// <param name="seen">Where it is shown, in every window in which browsers take it; none where that is not known of all.</param>
    /// <param name="hasSmaller">Whether browsers could have taken a smaller one: between two rungs of a ladder there is always some
    /// waste.</param>
    public static IReadOnlyList<Finding> Of(SourceFacts facts, IReadOnlyList<SeenPicture> seen, bool hasSmaller = false)
    {
        var found = new List<Finding>();
        if (!facts.IsVector && PixelNeed.Of(facts.Size, seen) is { } need)
        {
            if (!hasSmaller && facts.Size.Width > TooWide * need.WidthPx)
                found.Add(TooLarge(facts.Size, need, seen));
            if (seen.MaxBy(one => PixelNeed.ScaleIn(facts.Size, one)) is { } largest &&
                PixelNeed.ScaleIn(facts.Size, largest) is var scale && scale > Enlarged)
                found.Add(
                    new Finding(
                        "enlarged", Severity.Warn,
                        $"It has {Finding.Px(facts.Size.Width)} px and is shown as large as {Px(facts.Size.Width * scale)}: it is " +
                        "blurred on every screen.",
                        $"Put a file with {Finding.Px(need.WidthPx)} px there, made from a better original."));
            else if (need.WidthPx > Enlarged * facts.Size.Width)
                found.Add(
                    new Finding(
                        "soft-on-dense-screens", Severity.Note,
                        $"It has {Finding.Px(facts.Size.Width)} px; a screen with density {Density(need)} needs " +
                        $"{Finding.Px(need.WidthPx)}.",
                        "Offer a larger file for dense screens, if there is a better original."));
        }

        return found;
    }

    private static Finding TooLarge(PixelSize file, PixelNeed need, IReadOnlyList<SeenPicture> seen)
    {
        var times = Math.Pow((double)file.Width / need.WidthPx, 2);
        return new Finding(
            "too-many-pixels", Severity.Warn,
            $"It has {times.ToString(times < 10 ? "0.0" : "#,0", CultureInfo.InvariantCulture)} times the pixels that are needed: " +
            $"{Finding.Px(file)}, shown at most {Px(seen.Max(one => one.WidthPx))} CSS px wide. With density {Density(need)} that needs " +
            $"{Finding.Px(need.WidthPx)} px.",
            $"Make it {Finding.Px(need.WidthPx)} px wide, or a ladder of widths up to that.");
    }

    private static string Px(double px) => Finding.Px((long)Math.Round(px));

    private static string Density(PixelNeed need) => need.Seen.Window.Density.ToString("0.##", CultureInfo.InvariantCulture);
}
