using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Treatments;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Recipes;

/// <summary>Everything that determines a file's bytes, and nothing else: two files with one recipe are the same file.</summary>
/// <remarks>
/// It is the renderer's only input. <see cref="RecipeRules"/> makes it, and leaves out what cannot make a difference, so that a change of a
/// slot makes only those files stale that it changes.
/// </remarks>
/// <param name="Inputs">The pictures that it is made from, at least one.</param>
/// <param name="File">Pixels of the file.</param>
/// <param name="Picture">Pixels that the crop is scaled to; smaller than the file only where it is padded.</param>
/// <param name="Treatments">What is done to the pixels beside cropping and scaling, in this order.</param>
/// <param name="Pixels">What becomes of colour, transparency and motion.</param>
/// <param name="Request">What is asked of the file.</param>
/// <param name="Metadata">What is written into it besides.</param>
public sealed record RenderRecipe(
    IReadOnlyList<RecipeInput> Inputs,
    PixelSize File,
    PixelSize Picture,
    IReadOnlyList<Treatment> Treatments,
    PixelRequest Pixels,
    FileRequest Request,
    WrittenMetadata Metadata)
{
    /// <summary>The first picture that it is made from.</summary>
    public RecipeInput Input => Inputs[0];

    /// <summary>Left and top edge of the picture in the file; the odd pixel of padding goes to the right and the bottom.</summary>
    public (int X, int Y) Offset => new OutputSize(File, Picture).Offset;

    /// <summary>SHA-256 over the recipe in a fixed notation, as 64 lower-case hexadecimal digits.</summary>
    public string Hash() => RecipeNotation.HashOf(this);
}

/// <summary>A picture as it goes into a file.</summary>
/// <param name="Sha256">Of the source's bytes, as 64 lower-case hexadecimal digits.</param>
/// <param name="Crop">In upright source pixels; where the picture is levelled, before it is tilted about its centre.</param>
/// <param name="Rotation">How the picture is turned.</param>
public sealed record RecipeInput(string Sha256, PixelRect Crop, Rotation Rotation);

/// <summary>What becomes of the pixels between the crop and the encoder.</summary>
/// <param name="Kind">What the picture is: a graphic is encoded and judged otherwise than a photograph.</param>
/// <param name="Colour">What becomes of colour.</param>
/// <param name="KeepsTransparency">Whether transparency stays where the format can hold it.</param>
/// <param name="Background">Fills up a padded picture, and lies under transparency; null where none of it can be seen.</param>
/// <param name="Sharpening">Of edges that the reduction has softened; null where nothing is reduced.</param>
/// <param name="IsAnimated">Whether the file has all frames of an animated source.</param>
public sealed record PixelRequest(
    ContentKind Kind, ColourPolicy Colour, bool KeepsTransparency, SrgbColour? Background, Sharpening? Sharpening, bool IsAnimated);

/// <summary>When a graphic goes into WebP without loss.</summary>
public enum LosslessUse
{
    /// <summary>Never: it is a photograph, or moves.</summary>
    Never,

    /// <summary>Always: nothing forbids it.</summary>
    Always,

    /// <summary>Where that is within the cap.</summary>
    WithinCap,

    /// <summary>Where that is lighter than with loss.</summary>
    WhereLighter,
}

/// <summary>What is asked of a file.</summary>
/// <param name="Formats">The format that suits best, then what to fall back on when it cannot meet the cap.</param>
/// <param name="Compared">The first so many formats are all made, and the lightest good file stays.</param>
/// <param name="Fallback">The format that every browser reads: a file that is no lighter at the same looks is not wanted. Null where it
/// does
/// not matter.</param>
/// <param name="QualityByHand">What a person has set, on the encoder's own scale; null where the weigher decides.</param>
/// <param name="Limits">Of its bytes.</param>
/// <param name="Quality">Between which encoder qualities it may lie; null where nothing that may be made has a quality.</param>
/// <param name="Score">How it should look.</param>
/// <param name="Effort">How much work it is worth; null where no format knows any.</param>
/// <param name="LosslessWebP">When WebP goes without loss.</param>
/// <param name="Ppi">Pixels per inch that it states; null where no format states them.</param>
public sealed record FileRequest(
    IReadOnlyList<PictureFormat> Formats,
    int Compared,
    PictureFormat? Fallback,
    int? QualityByHand,
    ByteLimits Limits,
    QualityRange? Quality,
    ScoreDemand Score,
    Effort? Effort,
    LosslessUse LosslessWebP,
    int? Ppi)
{
    /// <summary>The format that suits best.</summary>
    public PictureFormat Format => Formats[0];

    /// <summary>What a format that has a quality has to meet.</summary>
    public WeightDemand Demand => new(Limits, Quality!, Score);
}

/// <summary>What is written into a file besides its pixels.</summary>
/// <param name="Rights">Creator, copyright, credit, terms.</param>
/// <param name="Description">Empty for none.</param>
public sealed record WrittenMetadata(RightsFields Rights, string Description);
