using System.Security.Cryptography;
using System.Text.Json;
using Pantomet.Core.Destinations;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Runs;

/// <summary>Everything that determines a file's bytes. Two variants with the same recipe are the same file.</summary>
/// <remarks>
/// What cannot make a difference is left out: the background of an opaque picture that fills its file, the effort of a format that has
/// none. So a change of the slot makes only those files stale that it changes. Limits stay in, for whether a limit bites is known only
/// when the file is made; a cap that did not is taken out then (<see cref="VariantRecipes"/>).
/// </remarks>
/// <param name="Source">The source, with its rights fields and description.</param>
/// <param name="Variant">Crop, size and formats. Its name and tier are no part of the recipe.</param>
/// <param name="Slot">Its limits and treatment; its names are no part of the recipe.</param>
public sealed record Recipe(Source Source, PlannedVariant Variant, Slot Slot)
{
    // Raised whenever an encoder or a setting changes what comes out.
    private const int EncoderVersion = 9;

    /// <summary>SHA-256 over the recipe in a fixed notation, as 64 lower-case hexadecimal digits.</summary>
    public string Hash()
    {
        var facts = Source.Facts;
        var size = Variant.Size;
        var isPadded = size.File != size.Picture;
        var losesTransparency = facts.HasAlpha && !(Slot.KeepsTransparency && (Variant.Rival?.HoldsTransparency() ?? true) && Variant.Formats.All(format => format.HoldsTransparency()));
        // A graphic goes into WebP without loss where nothing forbids it.
        var isLossless = facts.Kind == ContentKind.Graphic && Slot.Looks.Prefer == Preference.Better && Slot.Limits.Most is null;
        var hasQuality = Variant.Formats.Any(format => format.HasQuality() && !(isLossless && format == PictureFormat.WebP));
        var isReduced = !facts.IsVector && Variant.Crop.Size.Count > size.Picture.Count;
        var notation = JsonSerializer.SerializeToUtf8Bytes(new
        {
            EncoderVersion,
            Source.Id.Sha256,
            Crop = Variant.Turn.IsNone ? $"{Variant.Crop}" : $"{Variant.Crop} {Variant.Turn}",
            File = size.File.ToString(),
            Picture = size.Picture.ToString(),
            Formats = Variant.Formats.Select(format => format.Extension()),
            Most = Slot.Limits.Most?.Bytes,
            AimLeast = Slot.Limits.Aim?.Least.Bytes,
            AimMost = Slot.Limits.Aim?.Most.Bytes,
            Fewest = Slot.Limits.Fewest?.Bytes,
            Quality = hasQuality ? Slot.Quality : null,
            Wanted = Slot.Looks.Prefer == Preference.Smaller ? Slot.Looks.Wanted : (double?)null,
            Slot.Looks.Floor,
            Prefer = Slot.Looks.Prefer.ToString(),
            Effort = Variant.Formats.All(format => format is PictureFormat.Png or PictureFormat.Tiff) ? null : Slot.Effort.ToString(),
            Sharpening = isReduced ? Slot.Sharpening.ToString() : null,
            Ppi = Variant.Formats.Any(format => format.StatesPpi()) ? Slot.StatedPpi : (int?)null,
            Variant.IsAnimated,
            Rival = Variant.Rival?.Extension(),
            ByHand = Variant.ByHand?.Quality,
            Colour = Slot.Colour.ToString(),
            Background = isPadded || losesTransparency ? Slot.Background.ToString() : null,
            KeepsTransparency = facts.HasAlpha && Slot.KeepsTransparency && Variant.Formats.Any(format => format.HoldsTransparency()),
            Rights = Slot.Metadata == MetadataPolicy.None ? RightsFields.None : facts.Rights,
            Description = Slot.Metadata == MetadataPolicy.All ? facts.Description : "",
        });
        return Convert.ToHexStringLower(SHA256.HashData(notation));
    }
}
