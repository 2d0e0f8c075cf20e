
namespace Pantomet.Core.Kernels.Edges;

/// <summary>How bright each pixel of a picture is, 0 to 255, row by row.</summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Values">Width × height of them.</param>
public sealed record LuminancePlane(int Width, int Height, ReadOnlyMemory<byte> Values)
{
    /// <summary>Brightness of one pixel.</summary>
    public int At(int x, int y) => Values.Span[(y * Width) + x];
}
