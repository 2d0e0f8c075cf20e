using System.Security.Cryptography;
using System.Text.Json;
using Pantomet.Core.Destinations;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Runs;

/// <summary>Everything that determines a file's bytes. Two variants with the same recipe are the same file.</summary>
/// <param name="Source">The source, with its rights fields and description.</param>
/// <param name="Variant">Crop, size and formats. Its name and tier are no part of the recipe.</param>
/// <param name="Slot">Its limits and treatment; its names are no part of the recipe.</param>
public sealed record Recipe(Source Source, PlannedVariant Variant, Slot Slot)
{
    // Raised whenever an encoder or a setting changes what comes out.
    private const int EncoderVersion = 2;

    /// <summary>SHA-256 over the recipe in a fixed notation, as 64 lower-case hexadecimal digits.</summary>
    public string Hash()
    {
        var notation = JsonSerializer.SerializeToUtf8Bytes(new
        {
            EncoderVersion,
            Source.Id.Sha256,
            Crop = Variant.Turn.IsNone ? $"{Variant.Crop}" : $"{Variant.Crop} {Variant.Turn}",
            File = Variant.Size.File.ToString(),
            Picture = Variant.Size.Picture.ToString(),
            Formats = Variant.Formats.Select(format => format.Extension()),
            Most = Slot.Limits.Most?.Bytes,
            AimLeast = Slot.Limits.Aim?.Least.Bytes,
            AimMost = Slot.Limits.Aim?.Most.Bytes,
            Fewest = Slot.Limits.Fewest?.Bytes,
            Slot.Quality,
            Slot.Looks,
            Effort = Slot.Effort.ToString(),
            Sharpening = Slot.Sharpening.ToString(),
            Slot.Ppi,
            Variant.IsAnimated,
            Rival = Variant.Rival?.Extension(),
            ByHand = Variant.ByHand?.Quality,
            Colour = Slot.Colour.ToString(),
            Background = Slot.Background.ToString(),
            Slot.KeepsTransparency,
            Metadata = Slot.Metadata.ToString(),
            Rights = Slot.Metadata == MetadataPolicy.None ? RightsFields.None : Source.Facts.Rights,
            Description = Slot.Metadata == MetadataPolicy.All ? Source.Facts.Description : "",
        });
        return Convert.ToHexStringLower(SHA256.HashData(notation));
    }
}
