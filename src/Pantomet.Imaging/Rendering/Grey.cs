using NetVips;

namespace Pantomet.Imaging.Rendering;

/// <summary>Finds pictures that have three channels and no colour.</summary>
public static class Grey
{
    /// <summary>One channel of lightness instead of three that say the same; any other picture as it is. In memory.</summary>
    /// <param name="image">In memory, with or without alpha.</param>
    public static Image OneChannel(Image image)
    {
        if (image.Bands < 3 || image.Interpretation is not (Enums.Interpretation.Srgb or Enums.Interpretation.Rgb16))
            return image.CopyMemory();
        // Nearly every picture shows its colour in a few pixels already.
        using var few = image.Subsample(Math.Min(8, image.Width), Math.Min(8, image.Height));
        if (!IsGrey(few) || !IsGrey(image))
            return image.CopyMemory();
        using var lightness = image.HasAlpha() ? image[0].Bandjoin(image[image.Bands - 1]) : image[0];
        using var one = lightness.Copy(interpretation: image.Interpretation == Enums.Interpretation.Srgb
            ? Enums.Interpretation.Bw
            : Enums.Interpretation.Grey16);
        return one.CopyMemory();
    }

    private static bool IsGrey(Image image)
    {
        // Each keeps the whole picture in memory until it is let go.
        using var red = image[0];
        using var green = image[1];
        using var blue = image[2];
        using var sameRed = red.Equal(green);
        using var sameBlue = blue.Equal(green);
        using var same = sameRed & sameBlue;
        return same.Min() > 0;
    }
}
