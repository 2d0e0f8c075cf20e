using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Sizing;

/// <summary>How many bytes a file of some width has, on average: scale × pixels^exponent.</summary>
/// <remarks>Fitted to what our own encoders made of the demo's photographs (<c>tools/bench weights</c>); see
/// <c>docs/decisions/bytes-per-width.md</c>.</remarks>
/// <param name="Scale">Bytes of a picture of one pixel.</param>
/// <param name="Exponent">Below 1 where a larger picture has less detail in each pixel.</param>
public sealed record BytesPerWidth(double Scale, double Exponent)
{
    /// <summary>The model of a format at its usual quality.</summary>
    /// <param name="format">Any format that is written.</param>
    public static BytesPerWidth For(PictureFormat format) => format switch
    {
        PictureFormat.Avif => new BytesPerWidth(0.533, 0.831),
        PictureFormat.WebP => new BytesPerWidth(0.555, 0.859),
        PictureFormat.Png or PictureFormat.Gif or PictureFormat.Tiff => new BytesPerWidth(1.24, 1.024),
        _ => new BytesPerWidth(0.654, 0.881),
    };

    /// <summary>Bytes of a file, before any limit.</summary>
    /// <param name="pixels">Width × height.</param>
    public double At(double pixels) => Scale * Math.Pow(pixels, Exponent);

    /// <summary>Bytes by width for one shape. A cap holds: no heavier file is handed out.</summary>
    /// <param name="ratio">Of the files.</param>
    /// <param name="cap">Most bytes of a file; null for none.</param>
    /// <returns>Never falls as the width rises.</returns>
    public Func<int, double> ByWidth(AspectRatio ratio, ByteCount? cap)
    {
        var most = cap is { } limit ? limit.Bytes : double.PositiveInfinity;
        return width => Math.Min(At((double)width * width / ratio.Value), most);
    }
}
