using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Sources;

/// <summary>A file whose format is known and that may be given to its decoder.</summary>
public sealed class SourceFile
{
    private SourceFile(string path, PictureFormat format)
    {
        Path = path;
        Format = format;
    }

    /// <summary>Where it lies.</summary>
    public string Path { get; }

    /// <summary>By content.</summary>
    public PictureFormat Format { get; }

    /// <summary>Recognises a file and holds back what no decoder should see.</summary>
    /// <param name="path">Any file.</param>
    /// <exception cref="UnreadableException">It is not a picture that Pantomet reads.</exception>
    public static SourceFile Open(string path)
    {
        VipsRuntime.Start();
        var start = new byte[FormatSniffer.BytesNeeded];
        using var stream = File.OpenRead(path);
        var read = stream.ReadAtLeast(start, start.Length, throwOnEndOfStream: false);
        var format = FormatSniffer.Recognise(start.AsSpan(0, read));
        if (format == PictureFormat.Svg)
            SvgGuard.Check(path);
        return new SourceFile(path, format);
    }

    /// <summary>Takes a file that was recognised when it came in.</summary>
    /// <param name="path">Where it lies, or its working picture.</param>
    /// <param name="format">What <see cref="Open"/> found then.</param>
    public static SourceFile Known(string path, PictureFormat format)
    {
        if (format.NeedsWorkingPicture())
            return Open(path);
        VipsRuntime.Start();
        return new SourceFile(path, format);
    }

    /// <summary>
    /// Opens the first frame or page with the one decoder of this format; pixels are read only when asked for, from top to bottom, once.
    /// </summary>
    /// <param name="scale">For vector pictures: pixels per pixel of the stated size.</param>
    /// <exception cref="VipsException">The decoder refuses the header. Damage further down shows when pixels are read.</exception>
    public Image Load(double scale = 1)
    {
        const Enums.Access access = Enums.Access.Sequential;
        const Enums.FailOn fail = Enums.FailOn.Truncated;
        return Format switch
        {
            PictureFormat.Jpeg => Image.Jpegload(Path, access: access, failOn: fail),
            PictureFormat.Png => Image.Pngload(Path, access: access, failOn: fail),
            PictureFormat.WebP => Image.Webpload(Path, access: access, failOn: fail),
            PictureFormat.Avif => Image.Heifload(Path, access: access, failOn: fail),
            PictureFormat.Gif => Image.Gifload(Path, access: access, failOn: fail),
            PictureFormat.Tiff => Image.Tiffload(Path, access: access, failOn: fail),
            _ when Format.NeedsWorkingPicture() => throw new InvalidOperationException(
                $"{Format.DisplayName()} is read through its working picture."),
            _ => Image.Svgload(Path, scale: scale, access: access, failOn: fail),
        };
    }

    /// <summary>Opens all frames of an animation, one below the other.</summary>
    /// <exception cref="VipsException">The decoder refuses the header. Damage further down shows when pixels are read.</exception>
    public Image LoadFrames()
    {
        const Enums.Access access = Enums.Access.Sequential;
        const Enums.FailOn fail = Enums.FailOn.Truncated;
        return Format == PictureFormat.Gif
            ? Image.Gifload(Path, n: -1, access: access, failOn: fail)
            : Image.Webpload(Path, n: -1, access: access, failOn: fail);
    }

    /// <summary>1, or the number of frames or pages of the file.</summary>
    /// <param name="image">A loaded image.</param>
    public static int Frames(Image image) => image.Contains("n-pages") && image.Get("n-pages") is int pages ? pages : 1;

    /// <summary>The size after the Exif orientation has been applied.</summary>
    /// <param name="image">A loaded image that still carries its orientation.</param>
    public static PixelSize UprightSize(Image image)
    {
        var stored = new PixelSize(image.Width, image.Height);
        return Orientation(image) >= 5 ? stored.Turned : stored;
    }

    /// <summary>Exif 2.32 Orientation, 1 when none or nonsense is stated.</summary>
    /// <param name="image">A loaded image.</param>
    public static int Orientation(Image image) =>
        image.Contains("orientation") && image.Get("orientation") is int stated and >= 1 and <= 8 ? stated : 1;
}
