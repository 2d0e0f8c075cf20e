using NetVips;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Imaging.Sources;

/// <summary>Gives the search for a subject the small copy of a picture that it looks at.</summary>
public static class SubjectFinder
{
    /// <summary>Proposes what must stay in a picture.</summary>
    /// <param name="srgb">A preview: 8 bits, upright, in memory, with or without transparency.</param>
    /// <param name="picture">Upright size of the source.</param>
    public static SubjectProposal Propose(Image srgb, PixelSize picture)
    {
        var scale = Math.Min(1.0, (double)SubjectSearch.LongestSide / Math.Max(srgb.Width, srgb.Height));
        using var opaque = srgb.HasAlpha() ? srgb.Flatten([128]) : srgb.Copy();
        using var colour = opaque.Bands < 3 ? opaque.Colourspace(Enums.Interpretation.Srgb) : opaque.Copy();
        using var small = Reduced(colour, scale);
        if (!srgb.HasAlpha())
            return SubjectSearch.In(LabPlane.FromSrgb(small.Width, small.Height, small.WriteToMemory<byte>(), []), picture);
        using var alpha = srgb.ExtractBand(srgb.Bands - 1);
        using var smallAlpha = Reduced(alpha, scale);
        return SubjectSearch.In(
            LabPlane.FromSrgb(small.Width, small.Height, small.WriteToMemory<byte>(), smallAlpha.WriteToMemory<byte>()), picture);
    }

    private static Image Reduced(Image image, double scale)
    {
        // A panorama keeps at least a few pixels of height.
        using var resized = scale < 1
            ? image.Resize(scale, vscale: Math.Min(1, Math.Max(scale, 4.0 / image.Height)), kernel: Enums.Kernel.Linear)
            : image.Copy();
        return resized.Cast(Enums.BandFormat.Uchar);
    }
}
