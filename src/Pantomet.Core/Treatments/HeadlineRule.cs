using Pantomet.Core.Kernels.Calm;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>How a headline is set on a picture, for all files of one shape.</summary>
/// <param name="Place">Where, how large, in which lines.</param>
/// <param name="Colour">Of its letters.</param>
/// <param name="Offered">Colours that can be read there, the one that was picked first; none where it needs help.</param>
public sealed record HeadlineFound(HeadlinePlace Place, SrgbColour Colour, IReadOnlyList<TextColour> Offered);

/// <summary>Finds where in a picture a headline stands, and in which colour it can be read.</summary>
/// <remarks>Where it can be largest on a calm part; else on a part that is merely free. Of places at which it is about as large, the first
/// at which it can be read without anything laid beneath it.</remarks>
public static class HeadlineRule
{
    // Beside the largest, one so much smaller is about as large. Common practice, no source.
    private const double AboutAsLarge = 0.75;

    // What is read off a small copy may be a little less in a file.
    private const double Spare = 1.06;

    /// <summary>Finds it.</summary>
    /// <param name="look">The picture.</param>
    /// <param name="headline">What is to stand there.</param>
    /// <param name="text">Its words, measured.</param>
    /// <param name="ratio">Width of the file against its height.</param>
    /// <returns>Null where it does not fit anywhere.</returns>
    public static HeadlineFound? Find(HeadlineLook look, Headline headline, MeasuredText text, double ratio)
    {
        var places = Places(look, headline, text, ratio);
        if (places.Count == 0)
            return null;
        var near = places.Where(place => place.Text.Size >= AboutAsLarge * places[0].Text.Size).ToList();
        return near.Select(place => Read(look, headline.Style, text, ratio, place)).FirstOrDefault(found => found.Offered.Count > 0)
            ?? Read(look, headline.Style, text, ratio, near[0]);
    }

    /// <summary>Where it can stand, the best first.</summary>
    /// <param name="look">The picture.</param>
    /// <param name="headline">What is to stand there.</param>
    /// <param name="text">Its words, measured.</param>
    /// <param name="ratio">Width of the file against its height.</param>
    internal static IReadOnlyList<HeadlinePlace> Places(HeadlineLook look, Headline headline, MeasuredText text, double ratio)
    {
        var style = headline.Style;
        if (style.Area is { } area)
        {
            var fitted = TextFit.Largest(text, area.Width * ratio, area.Height, style.MaxSize, style.MaxLines);
            return fitted is null || fitted.Size < style.MinSize
                ? []
                : [new HeadlinePlace(style.Anchor ?? NearestAnchor(area), area, fitted)];
        }

        var calm = At(look.Calm, style, text, ratio);
        return calm.Count > 0 ? calm : At(look.Free, style, text, ratio);
    }

    private static List<HeadlinePlace> At(CalmGrid grid, HeadlineStyle style, MeasuredText text, double ratio) =>
    [
        .. HeadlinePlaces.Of(grid, text, ratio, style.MaxSize, style.MaxLines, style.PossibleAnchors())
            .Where(place => place.Text.Size >= style.MinSize)
    ];

    private static HeadlineFound Read(HeadlineLook look, HeadlineStyle style, MeasuredText text, double ratio, HeadlinePlace place)
    {
        var ground = look.GroundOf(place.TextPart(text, ratio));
        if (style.Colour is { } byHand)
        {
            var contrast = ground.Contrast(byHand, ToneChange.None);
            return new HeadlineFound(place, byHand, contrast >= style.Contrast ? [new TextColour(byHand, contrast)] : []);
        }

        var offered = TextColours.Of(ground, look.Colours, Spare * style.Contrast);
        return new HeadlineFound(place, (offered.Count > 0 ? offered[0] : TextColours.Best(ground)).Colour, offered);
    }

    private static Anchor NearestAnchor(PicturePart area) => (Anchor)((3 * Third(area.Y, area.Height)) + Third(area.X, area.Width));

    // Which third the middle of what is free lies in.
    private static int Third(double from, double length) => length >= 1 ? 1 : Math.Clamp((int)(from / (1 - length) * 3), 0, 2);
}
