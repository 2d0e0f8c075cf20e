using Pantomet.Core.Pictures;

namespace Pantomet.Core.Weight;

/// <summary>What would mend a file that cannot meet its limits.</summary>
public enum WeightRemedyKind
{
    /// <summary>Take another format into the slot.</summary>
    OtherFormat,

    /// <summary>Make the file smaller in pixels.</summary>
    SmallerSize,

    /// <summary>Lower the floor of the slot.</summary>
    LowerFloor,

    /// <summary>Allow more bytes.</summary>
    MoreBytes,
}

/// <summary>One way to mend a file, tried: this is what it weighs and how it looks.</summary>
/// <param name="Kind">What is done.</param>
/// <param name="Sentence">What comes of it, with the figures.</param>
/// <param name="Bytes">Of the file that was tried.</param>
/// <param name="Points">Its visual score.</param>
/// <param name="Format">The format to take in, for <see cref="WeightRemedyKind.OtherFormat"/>.</param>
/// <param name="Width">Of the smaller file, in px, for <see cref="WeightRemedyKind.SmallerSize"/>.</param>
/// <param name="Height">Of the smaller file, in px.</param>
/// <param name="Floor">The new floor, for <see cref="WeightRemedyKind.LowerFloor"/>.</param>
public sealed record WeightRemedy(
    WeightRemedyKind Kind, string Sentence, long Bytes, double Points, PictureFormat? Format = null, int? Width = null, int? Height = null,
    double? Floor = null);
