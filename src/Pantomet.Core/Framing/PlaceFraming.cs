using System.Text.Json.Serialization;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>A crop that a person set.</summary>
/// <param name="Crop">In upright source pixels, with its sides along theirs; where the picture is levelled, before it is tilted about its
/// centre.</param>
/// <param name="Turn">A turn of its own; null follows the source's.</param>
/// <param name="IsFromReplaced">It was set on an earlier file of other proportions, and nobody has looked at it since.</param>
public sealed record HandFraming(PixelRect Crop, [property: JsonPropertyName("turn")] Rotation? Turn = null, bool IsFromReplaced = false);

/// <summary>What a person said of one source in one slot or tier.</summary>
public sealed record PlaceFraming
{
    /// <summary>Nothing was said.</summary>
    public static PlaceFraming None { get; } = new();

    /// <summary>Framed apart from the other places with the same shape.</summary>
    public bool IsParted { get; init; }

    /// <summary>The crop of this place alone; only where it is parted.</summary>
    public HandFraming? Hand { get; init; }

    /// <summary>The whole subject is shown and the shape filled up, although the slot crops.</summary>
    public bool IsPadded { get; init; }

    /// <summary>No file is wanted here.</summary>
    public bool IsLeftOut { get; init; }

    /// <summary>Where a headline stands here; null as the slot says.</summary>
    public Anchor? HeadlineAt { get; init; }

    /// <summary>Colour of a headline here; null as the slot says.</summary>
    public SrgbColour? HeadlineColour { get; init; }

    /// <summary>What somebody looked at and found good, as <see cref="Runs.Review"/> writes it; null when nobody has.</summary>
    public string? Accepted { get; init; }
}
