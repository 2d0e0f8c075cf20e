using Pantomet.Core.Findings;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Sources;

/// <summary>
/// How large a picture may be, by what its file claims. It is asked before a pixel is decoded: a few hundred bytes can claim terabytes.
/// </summary>
/// <param name="MaxPixels">Width × height.</param>
public sealed record PictureBounds(long MaxPixels)
{
    /// <summary>
    /// The longest side in pixels: the most that JPEG can state (ITU-T T.81, B.2.2). A decoder holds whole rows, however few there are.
    /// </summary>
    public const int MaxSide = 65_535;

    /// <summary>Frames of an animation, or pages of a document.</summary>
    public const int MaxFrames = 2_000;

    /// <summary>Pixels of all frames of an animation together: each is decoded, cut and scored.</summary>
    public const long MaxPixelsOfAllFrames = 2_000_000_000;

    /// <summary>Bytes of all channels, once decoded.</summary>
    public const long MaxDecodedBytes = 2_000_000_000;

    /// <summary>Why a picture is refused: a stable name and a sentence; null where it is not.</summary>
    /// <param name="size">As stated, upright.</param>
    /// <param name="frames">As stated; 1 for a still picture.</param>
    /// <param name="bytesPerPixel">Of all channels.</param>
    /// <param name="isAnimated">Whether the frames follow each other; of a document only the first page is read.</param>
    public (string Id, string Sentence)? Refusal(PixelSize size, int frames, int bytesPerPixel, bool isAnimated)
    {
        if (size.Count > MaxPixels)
            return ("too-many-pixels",
                $"The picture claims {Finding.Px(size)} px, {Mega(size.Count)} megapixels. At most {Mega(MaxPixels)} are read. {Advice}");
        if (size.LongestSide > MaxSide)
            return ("too-long-side",
                $"The picture claims {Finding.Px(size)} px. A side of at most {Finding.Px(MaxSide)} px is read. {Advice}");
        if (frames > MaxFrames)
            return ("too-many-frames",
                $"The file has {frames:#,0} frames or pages. At most {MaxFrames:#,0} are read. Save a shorter one and send that.");
        if (isAnimated && size.Count * frames > MaxPixelsOfAllFrames)
            return ("too-many-frames",
                $"The {frames:#,0} frames have {Mega(size.Count * frames)} megapixels together. At most {Mega(MaxPixelsOfAllFrames)} are " +
                $"read. Save a shorter or smaller one and send that.");
        return size.Count * bytesPerPixel > MaxDecodedBytes
            ? ("too-many-bytes",
                $"The picture has {Mega(size.Count * bytesPerPixel)} MB once it is decoded. At most {Mega(MaxDecodedBytes)} are read. " +
                $"{Advice}")
            : null;
    }

    private const string Advice = "Save a smaller copy and send that.";

    private static string Mega(long count) => (count / 1_000_000.0).ToString("#,0", System.Globalization.CultureInfo.InvariantCulture);
}
