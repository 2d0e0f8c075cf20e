using Pantomet.Core.Destinations;
using Pantomet.Core.Publishing;

namespace Pantomet.Server.Publishing;

/// <summary>A picture as a page asks for it. Requests that are equal get the same answer.</summary>
/// <param name="Destination">Id of the destination.</param>
/// <param name="Slot">The part of the slot's id behind it.</param>
/// <param name="Stem">Of the picture.</param>
/// <param name="Width">In pixels; null for the usual one.</param>
/// <param name="Tier">A tier of the slot; null for the slot itself, or for its widest.</param>
/// <param name="IsPlaceholder">Whether what stands for it until it has arrived is wanted instead.</param>
/// <param name="Accepts">The signature of <see cref="AcceptedFormats"/>.</param>
internal sealed record PictureRequest(
    string Destination, string Slot, string Stem, int? Width, string? Tier, bool IsPlaceholder, string Accepts)
{
    /// <summary>
    /// Whether there can be such a picture. What cannot is not remembered either: addresses may be as long as somebody likes.
    /// </summary>
    public bool IsPossible => DestinationReader.IsId(Destination) && DestinationReader.IsId(Slot) && Core.Pictures.Stem.IsValid(Stem) &&
        Tier is not { Length: > LongestTier };

    private const int LongestTier = 80;
}
