using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Kernels.Edges;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Sources;

/// <summary>Reads how bright the pixels of a screenshot are, for finding edges in it.</summary>
public static class ScreenshotReader
{
    /// <summary>Reads a file.</summary>
    /// <param name="path">Any file.</param>
    /// <param name="mostPixels">A picture that claims more is refused before it is decoded.</param>
    /// <exception cref="UnreadableException">The file is not a picture that Pantomet reads, is damaged, or is too large.</exception>
    public static LuminancePlane Read(string path, long mostPixels)
    {
        var file = SourceFile.Open(path);
        if (file.Format.NeedsWorkingPicture())
            throw new UnreadableException(
                "not-a-screenshot",
                $"A {file.Format.DisplayName()} file is not read as a screenshot. Save it as PNG or JPEG and send that.");
        try
        {
            using var image = file.Load();
            var size = SourceFile.UprightSize(image);
            SourceProbe.Bound(size, mostPixels, SourceFile.Frames(image), image.Bands * HeldPixels.BytesPerSample(image));
            using var upright = image.Autorot();
            using var opaque = upright.HasAlpha() ? upright.Flatten([255]) : upright.Copy();
            using var grey = opaque.Colourspace(Enums.Interpretation.Bw).Cast(Enums.BandFormat.Uchar);
            using var first = grey.ExtractBand(0);
            return new LuminancePlane(first.Width, first.Height, first.WriteToMemory<byte>());
        }
        catch (VipsException problem)
        {
            throw new UnreadableException("damaged", "The screenshot is damaged or ends too early. Take it again.", problem);
        }
    }
}
