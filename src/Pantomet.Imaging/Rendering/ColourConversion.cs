using NetVips;

namespace Pantomet.Imaging.Rendering;

/// <summary>Brings colours to sRGB (IEC 61966-2-1), 8 bits per channel, through the embedded profile.</summary>
/// <remarks>A picture without a profile is sRGB, grey with sRGB's curve, or CMYK by the profile that libvips ships.</remarks>
public static class ColourConversion
{
    private const string ProfileField = "icc-profile-data";

    /// <summary>Whether there is nothing to convert: sRGB or its greys in 8 bits, and no profile that says otherwise.</summary>
    /// <param name="image">Any picture.</param>
    public static bool IsPlain(Image image) =>
        image is { Format: Enums.BandFormat.Uchar, Interpretation: Enums.Interpretation.Srgb or Enums.Interpretation.Bw } &&
            !image.Contains(ProfileField);

    /// <summary>Converts. Greyscale stays one channel; transparency stays.</summary>
    /// <param name="image">Any colour model and depth.</param>
    /// <returns>One or three channels of 8 bits, plus alpha where there was one; without a profile.</returns>
    public static Image ToSrgb(Image image)
    {
        var isGrey = image.Interpretation is Enums.Interpretation.Bw or Enums.Interpretation.Grey16;
        var isCmyk = image.Interpretation is Enums.Interpretation.Cmyk;
        using var converted = isCmyk || (image.Contains(ProfileField) && !IsSrgb(image))
            ? Transformed(image, isCmyk ? "cmyk" : "srgb")
            : image.Copy();
        using var shared = converted.Colourspace(isGrey ? Enums.Interpretation.Bw : Enums.Interpretation.Srgb);
        return WithoutProfile(shared);
    }

    /// <summary>
    /// A picture that says it is sRGB, without the words: what is cut from it has nothing to convert. Any other as it is.
    /// </summary>
    /// <param name="image">Any picture; its pixels are not looked at.</param>
    public static Image WithoutSrgbProfile(Image image) =>
        image.Interpretation is not Enums.Interpretation.Cmyk && image.Contains(ProfileField) && IsSrgb(image)
            ? WithoutProfile(image)
            : image.Copy();

    /// <summary>A picture with the profile of another, where that has one.</summary>
    /// <param name="image">Any picture.</param>
    /// <param name="other">Whose profile it is.</param>
    public static Image WithProfileOf(Image image, Image other)
    {
        if (!other.Contains(ProfileField))
            return image.Copy();
        var profile = (byte[])other.Get(ProfileField);
        return image.Mutate(changed => changed.Set(GValue.BlobType, ProfileField, profile));
    }

    private static Image Transformed(Image image, string fallbackProfile)
    {
        // Relative colorimetric with black point compensation: in-gamut colours stay where they are, shadows keep their steps.
        try
        {
            return image.IccTransform(
                "srgb", embedded: true, inputProfile: fallbackProfile, intent: Enums.Intent.Relative, blackPointCompensation: true,
                depth: 8);
        }
        catch (VipsException) when (fallbackProfile == "srgb")
        {
            // A profile that does not fit its picture is worth no more than none.
            return image.Copy();
        }
    }

    private static bool IsSrgb(Image image) =>
        Sources.ProfileName.Of(image)?.Contains("sRGB", StringComparison.OrdinalIgnoreCase) ?? false;

    private static Image WithoutProfile(Image image) => image.Contains(ProfileField)
        ? image.Mutate(changed => changed.Remove(ProfileField))
        : image.Copy();
}
