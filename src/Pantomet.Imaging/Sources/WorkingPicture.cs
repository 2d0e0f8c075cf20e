using ImageMagick;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Imaging.Sources;

/// <summary>
/// What a file that the usual decoder does not read looks like, kept without loss for it: a PNG, or a TIFF of process inks.
/// </summary>
/// <remarks>Upright, with its profile and metadata. Layers are flattened: the picture that the document shows is read. The decoder holds 8
/// bits per channel.</remarks>
public static class WorkingPicture
{
    /// <summary>Writes the working picture of a file.</summary>
    /// <param name="file">Of a format that needs one.</param>
    /// <param name="path">Where to.</param>
    /// <param name="mostPixels">A picture that claims more is refused before it is decoded.</param>
    /// <exception cref="UnreadableException">The file is damaged, or is too large.</exception>
    public static void Write(SourceFile file, string path, long mostPixels)
    {
        var settings = SecondDecoder.For(file.Format);
        try
        {
            var claimed = new MagickImageInfo(file.Path, settings);
            SourceProbe.Bound(
                new PixelSize((int)Math.Min(claimed.Width, int.MaxValue), (int)Math.Min(claimed.Height, int.MaxValue)), mostPixels);
            if (file.Format == PictureFormat.Psd && !PsdEnd.IsThere(file.Path))
                throw SourceProbe.Damaged(file.Format, new EndOfStreamException());
            using var image = new MagickImage(file.Path, settings);
            Prepare(image, file.Format);
            image.Write(path, WrittenAs(image));
        }
        // Warnings too: what they warn of is a picture that is not whole.
        catch (MagickException problem)
        {
            throw SourceProbe.Damaged(file.Format, problem);
        }
    }

    private static void Prepare(MagickImage image, PictureFormat format)
    {
        if (image.ColorSpace is not (ColorSpace.sRGB or ColorSpace.Gray or ColorSpace.CMYK))
            image.ColorSpace = ColorSpace.sRGB;
        // Many bitmaps have a fourth byte that nobody filled in.
        if (format == PictureFormat.Bmp && image.HasAlpha && image.Statistics().GetChannel(PixelChannel.Alpha)?.Maximum == 0)
            image.HasAlpha = false;
        // ISO/IEC 23008-12: how a HEIC picture is turned stands in its container, which the decoder has obeyed. It then takes the picture
        // for
        // upright, whatever Exif repeats, and so says the Exif block that is written.
        image.AutoOrient();
    }

    private static MagickFormat WrittenAs(MagickImage image)
    {
        if (image.ColorSpace == ColorSpace.CMYK)
        {
            image.Settings.Compression = CompressionMethod.LZW;
            return MagickFormat.Tiff;
        }

        // ISO/IEC 15948, colour types: a profile of three channels must not meet one channel of grey, nor the other way round.
        var isGrey = image.ColorSpace == ColorSpace.Gray;
        image.Settings.SetDefine(
            MagickFormat.Png, "color-type",
            (isGrey, image.HasAlpha) switch { (true, false) => "0", (true, true) => "4", (false, false) => "2", _ => "6" });
        image.Settings.SetDefine(MagickFormat.Png, "bit-depth", "8");
        image.Settings.SetDefine(MagickFormat.Png, "compression-level", "1");
        // The time of day would make other bytes of the same picture.
        image.Settings.SetDefine(MagickFormat.Png, "exclude-chunks", "date,time");
        return MagickFormat.Png;
    }
}
