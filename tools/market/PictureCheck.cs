using System.Globalization;
using NetVips;

namespace Pantomet.Market;

/// <summary>Looks at a picture as the stand-in's reviewers would: by itself, not by what anybody says of it.</summary>
public static class PictureCheck
{
    private const int Coordinates = 1;
    private static readonly CultureInfo Plain = CultureInfo.InvariantCulture;

    /// <summary>Why a picture is not taken; empty where it is.</summary>
    /// <param name="content">The whole file.</param>
    /// <param name="mediaType">As its sender calls it.</param>
    /// <param name="rules">What is demanded.</param>
    public static IReadOnlyList<MarketError> Errors(byte[] content, string mediaType, MarketRules rules)
    {
        if (!rules.MediaTypes.Contains(mediaType))
            return [new("format", $"We take {string.Join(" and ", rules.MediaTypes)}, not {mediaType}.")];
        if (content.LongLength > rules.MaxBytes)
            return [new("too-heavy", string.Create(
                    Plain, $"The file has {content.LongLength:#,0} bytes; we take {rules.MaxBytes:#,0}."))];
        if (TypeOf(content) != mediaType)
            return [new("not-what-it-says", $"The file is not {mediaType}.")];
        try
        {
            using var picture = Image.NewFromBuffer(content, failOn: Enums.FailOn.Error, access: Enums.Access.Sequential);
            var errors = Looks(picture, content, rules).ToList();
            // Every pixel: the end of a broken file is at its end.
            picture.Avg();
            return errors;
        }
        catch (VipsException)
        {
            return [new("broken", "The file breaks off or is damaged.")];
        }
    }

    // By the first bytes: JPEG (ITU-T T.81, B.2.1), PNG (W3C PNG, 5.2).
    private static string TypeOf(byte[] content) => content switch
    {
        [0xff, 0xd8, 0xff, ..] => "image/jpeg",
        [0x89, 0x50, 0x4e, 0x47, ..] => "image/png",
        _ => "something else",
    };

    private static IEnumerable<MarketError> Looks(Image picture, byte[] content, MarketRules rules)
    {
        var (width, height) = (picture.Width, picture.Height);
        if (content.LongLength < rules.MinBytes)
            yield return new(
                "too-poor", string.Create(
                    Plain, $"The file has {content.LongLength:#,0} bytes; below {rules.MinBytes:#,0} it looks poor."));
        if (Math.Max(width, height) < rules.MinLongestSide)
            yield return new(
                "too-small",
                string.Create(Plain, $"{width} × {height} px is too small: {rules.MinLongestSide} px along the longest side."));
        if (Math.Max(width, height) > rules.MaxLongestSide)
            yield return new("too-large", string.Create(Plain, $"{width} × {height} px is too large: at most {rules.MaxLongestSide} px."));
        if (Math.Abs((double)width * rules.ShapeHeight / rules.ShapeWidth - height) > 0.5 + (1d / rules.ShapeWidth))
            yield return new("shape", string.Create(Plain, $"{width} × {height} px is not {rules.ShapeWidth}:{rules.ShapeHeight}."));
        if (picture.HasAlpha())
            yield return new("transparent", "The picture has transparent parts.");
        if (picture.Interpretation is not (Enums.Interpretation.Srgb or Enums.Interpretation.Bw) ||
            (picture.Contains("icc-profile-data") && !IsSrgb(picture)))
            yield return new("colours", "The picture's colours are not sRGB.");
        if (picture.Contains("orientation") && (int)picture.Get("orientation") > Coordinates)
            yield return new("turned", "The picture lies on its side and says so instead of being turned.");
        if (picture.GetFields().Any(field => field.StartsWith("exif-ifd3-GPS", StringComparison.Ordinal)))
            yield return new("place", "The file says where it was taken.");
    }

    private static bool IsSrgb(Image picture) =>
        System.Text.Encoding.Latin1.GetString((byte[])picture.Get("icc-profile-data")).Contains("sRGB", StringComparison.Ordinal);
}
