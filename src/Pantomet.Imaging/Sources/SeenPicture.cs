using NetVips;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Kernels.Saliency;

namespace Pantomet.Imaging.Sources;

/// <summary>A picture as it is looked at for its subject: small, opaque, in colour, in memory.</summary>
public sealed class SeenPicture : IDisposable
{
    // As large as the finest detail needs that tells sharp from blurred, in a picture of any size.
    private const int LongestSide = 800;

    // What lies behind a cut-out while it is looked at.
    private const double Ground = 128;

    private readonly Image? opacity;

    private SeenPicture(Image colour, Image? opacity) => (Colour, this.opacity) = (colour, opacity);

    /// <summary>Red, green and blue, 8 bits.</summary>
    public Image Colour { get; }

    /// <summary>Makes it.</summary>
    /// <param name="srgb">A preview: 8 bits, upright, in memory, with or without transparency.</param>
    public static SeenPicture Of(Image srgb)
    {
        using var small = Reduced(srgb, LongestSide);
        using var opaque = small.HasAlpha() ? small.Flatten([Ground]) : small.Copy();
        using var colour = opaque.Bands < 3 ? opaque.Colourspace(Enums.Interpretation.Srgb) : opaque.Copy();
        return new SeenPicture(
            colour.Cast(Enums.BandFormat.Uchar).CopyMemory(), small.HasAlpha() ? small.ExtractBand(small.Bands - 1).CopyMemory() : null);
    }

    /// <summary>What the search for what stands out looks at.</summary>
    public LabPlane ToPlane()
    {
        using var small = Reduced(Colour, SubjectSearch.LongestSide);
        var pixels = small.WriteToMemory<byte>();
        if (opacity is null)
            return LabPlane.FromSrgb(small.Width, small.Height, pixels, []) with
            {
                Detail = FinestDetail.Of(Colour.WriteToMemory<byte>(), Colour.Width, Colour.Height, small.Width, small.Height),
            };
        using var alpha = Reduced(opacity, SubjectSearch.LongestSide);
        return LabPlane.FromSrgb(small.Width, small.Height, pixels, alpha.WriteToMemory<byte>());
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        Colour.Dispose();
        opacity?.Dispose();
    }

    private static Image Reduced(Image image, int longestSide)
    {
        var scale = Math.Min(1.0, (double)longestSide / Math.Max(image.Width, image.Height));
        // A panorama keeps at least a few pixels of height.
        using var resized = scale < 1
            ? image.Resize(
                Math.Min(1, Math.Max(scale, 4.0 / image.Width)), vscale: Math.Min(1, Math.Max(scale, 4.0 / image.Height)),
                kernel: Enums.Kernel.Linear)
            : image.Copy();
        return resized.Cast(Enums.BandFormat.Uchar);
    }
}
