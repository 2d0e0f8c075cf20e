using System.Security.Cryptography;
using System.Text.Json;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;

namespace Pantomet.Server.Storage.Upgrades;

/// <summary>How recipes were written for their hashes before they were hashed as they stand.</summary>
internal static class FormerNotation
{
    private const int EncoderVersion = 9;

    public static string HashOf(RenderRecipe recipe)
    {
        var (pixels, request, metadata) = (recipe.Pixels, recipe.Request, recipe.Metadata);
        var notation = JsonSerializer.SerializeToUtf8Bytes(new
        {
            EncoderVersion,
            recipe.Input.Sha256,
            Crop = recipe.Input.Rotation.IsNone ? $"{recipe.Input.Crop}" : $"{recipe.Input.Crop} {recipe.Input.Rotation}",
            File = recipe.File.ToString(),
            Picture = recipe.Picture.ToString(),
            Formats = request.Formats.Select(format => format.Extension()),
            Most = request.Limits.Max?.Bytes,
            AimLeast = request.Limits.Target?.Min.Bytes,
            AimMost = request.Limits.Target?.Max.Bytes,
            Fewest = request.Limits.Min?.Bytes,
            Quality = request.Quality is { } quality ? new { Floor = quality.Min, Ceiling = quality.Max } : null,
            Wanted = request.Score.Prefer == Preference.Smaller ? request.Score.Target : (double?)null,
            Floor = request.Score.Min,
            Prefer = request.Score.Prefer.ToString(),
            Effort = request.Effort?.ToString(),
            Sharpening = pixels.Sharpening?.ToString(),
            request.Ppi,
            pixels.IsAnimated,
            Rival = request.Fallback?.Extension(),
            ByHand = request.QualityByHand,
            Colour = pixels.Colour.ToString(),
            Background = pixels.Background?.ToString(),
            pixels.KeepsTransparency,
            metadata.Rights,
            metadata.Description,
        });
        return Convert.ToHexStringLower(SHA256.HashData(notation));
    }
}
