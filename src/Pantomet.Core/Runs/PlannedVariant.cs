using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Runs;

/// <summary>One file that a plan asks for.</summary>
/// <param name="Crop">In upright source pixels.</param>
/// <param name="Size">Of the file and of the picture in it.</param>
/// <param name="Formats">The format that suits best, then what to fall back on when it cannot meet the cap.</param>
/// <param name="FileName">With the ending of the first format.</param>
public sealed record PlannedVariant(PixelRect Crop, OutputSize Size, IReadOnlyList<PictureFormat> Formats, string FileName)
{
    /// <summary>The format that suits best.</summary>
    public PictureFormat Format => Formats[0];
}
