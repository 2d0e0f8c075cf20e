using Pantomet.Core.Measures;
using Pantomet.Imaging.Treatments;

namespace Pantomet.Server.Treatments;

/// <summary>A headline as it stands on a picture.</summary>
/// <param name="Lines">What each line says.</param>
/// <param name="Part">Where its letters are, as fractions of the picture.</param>
/// <param name="Area">The free part in which they stand.</param>
/// <param name="Anchor">Where it was set.</param>
/// <param name="Size">Of the font, as a fraction of the height.</param>
/// <param name="Colour">Of the letters, <c>#rrggbb</c>.</param>
/// <param name="Offered">Colours of the picture in which it could be read there.</param>
/// <param name="Wanted">The contrast that is wanted.</param>
/// <param name="Without">What it is with nothing laid beneath.</param>
/// <param name="Contrast">What it is.</param>
/// <param name="Opacity">Of what is laid beneath, 0 to 1; 0 for nothing.</param>
/// <param name="IsReached">Whether the contrast is enough.</param>
internal sealed record HeadlineAnswer(
    IReadOnlyList<string> Lines, PicturePart Part, PicturePart Area, Anchor Anchor, double Size, string Colour,
    IReadOnlyList<OfferedColour> Offered, double Wanted, double Without, double Contrast, double Opacity, bool IsReached)
{
    /// <summary>Says it; null where it does not fit.</summary>
    /// <param name="set">How it was set.</param>
    /// <param name="wanted">The contrast that is wanted.</param>
    /// <param name="file">Pixels of the picture.</param>
    public static HeadlineAnswer? Of(SetHeadline set, double wanted, PixelSize file)
    {
        if (set is not { Found: { } found, Readable: { } readable })
            return null;
        return new HeadlineAnswer(
            set.Lines, PicturePart.Of(set.Text, file), found.Place.Area, found.Place.Anchor, set.Size / file.Height,
            found.Colour.ToString(),
            [.. found.Offered.Select(one => new OfferedColour(one.Colour.ToString(), one.Contrast))], wanted, readable.Contrasts!.Without,
            readable.Contrasts.Then, readable.Change.Opacity / 100.0, readable.IsReached);
    }
}

/// <summary>A colour for a text.</summary>
/// <param name="Colour"><c>#rrggbb</c>.</param>
/// <param name="Contrast">That it has there.</param>
internal sealed record OfferedColour(string Colour, double Contrast);
