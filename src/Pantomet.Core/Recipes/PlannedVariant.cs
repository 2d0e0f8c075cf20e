using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Recipes;

/// <summary>One file that a plan asks for.</summary>
/// <param name="Tier">The tier of the slot that it is for; null for a slot without tiers.</param>
/// <param name="Crop">In upright source pixels; where the picture is levelled, before it is tilted about its centre.</param>
/// <param name="Rotation">How the picture is turned.</param>
/// <param name="Size">Of the file and of the picture in it.</param>
/// <param name="Formats">The format that suits best, then what to fall back on when it cannot meet the cap.</param>
/// <param name="Name">The file's name without its ending.</param>
public sealed record PlannedVariant(
    string? Tier, PixelRect Crop, Rotation Rotation, OutputSize Size, IReadOnlyList<PictureFormat> Formats, string Name)
{
    /// <summary>
    /// Where the slot gets one file for each format: the one that every browser reads. A file that is no lighter at the same looks is not
    /// wanted.
    /// </summary>
    public PictureFormat? Fallback { get; init; }

    /// <summary>What a person has set; null where the weigher decides.</summary>
    public WeightByHand? ByHand { get; init; }

    /// <summary>Whether it has all frames of an animated source.</summary>
    public bool IsAnimated { get; init; }

    /// <summary>The format that suits best.</summary>
    public PictureFormat Format => Formats[0];

    /// <summary>The same in one format, whatever else there is and whatever a person has set.</summary>
    /// <param name="format">Any that is written.</param>
    public PlannedVariant Only(PictureFormat format) => this with { Formats = [format], Fallback = null, ByHand = null };

    /// <summary>With the ending of the format that suits best.</summary>
    public string FileName => FileNameAs(Format);

    /// <summary>The file's name when it is made in one of its formats.</summary>
    /// <param name="format">Gives the ending.</param>
    public string FileNameAs(PictureFormat format) => $"{Name}.{format.Extension()}";
}
