using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>
/// A source that already is the file that its place wants: it is written anew without loss, rather than encoded a second time.
/// </summary>
internal static class PassThrough
{
    // The managed codec took 8 s for 8.6 million pixels. What comes ready for a page is smaller; larger pictures are encoded like any
    // other.
    private const long MaxPixels = 3_000_000;
    private const long MaxBytesRead = 40_000_000;

    /// <summary>The file; null where its pixels, its format or its weight have to change.</summary>
    /// <param name="source">The decoded source.</param>
    /// <param name="recipe">What is wanted.</param>
    public static EncodedFile? Of(DecodedSource source, RenderRecipe recipe)
    {
        if (!Fits(source.Facts, recipe) || new FileInfo(source.File.Path).Length > MaxBytesRead)
            return null;
        var file = source.Facts.Format == PictureFormat.Jpeg ? Optimised(source, recipe) : AsItCame(source, recipe);
        if (file is null || file.LongLength > MaxBytes(recipe.Request) ||
            (recipe.Request.Limits.Target is { } aim && !aim.Holds(new ByteCount(file.LongLength))))
            return null;
        var words = source.Facts.Format == PictureFormat.Jpeg
            ? "JPEG, optimised without loss"
            : $"{source.Facts.Format.DisplayName()}, as it came";
        return new EncodedFile(file, source.Facts.Format, null, words, 0, 100, []) { IsFreeOfMax = true };
    }

    private static bool Fits(SourceFacts facts, RenderRecipe recipe) =>
        facts is { Format: PictureFormat.Jpeg or PictureFormat.WebP or PictureFormat.Avif, Orientation: 1, Frames: 1, BitDepth: 8 } &&
        facts.Size.Count <= MaxPixels && recipe.Treatments.Count == 0 && recipe.Request.Format == facts.Format &&
        recipe.Request.QualityByHand is null &&
        recipe.Input.Rotation.IsNone && recipe.File == facts.Size && recipe.Picture == facts.Size && recipe.Input.Crop.Size == facts.Size &&
        recipe.Request.Score.Prefer == Preference.Better && (recipe.Pixels.Colour == ColourPolicy.Keep || !facts.IsOutsideSrgb) &&
        (!facts.HasAlpha || recipe.Pixels.KeepsTransparency) && recipe.Request.Limits.Min is null;

    private static long MaxBytes(FileRequest request) => Math.Min(request.Limits.Max?.Bytes ?? MaxBytesRead, MaxBytesRead);

    private static byte[]? Optimised(DecodedSource source, RenderRecipe recipe)
    {
        var original = File.ReadAllBytes(source.File.Path);
        byte[] bare;
        try
        {
            bare = LosslessJpeg.Optimised(original);
            if (!HasSamePixels(original, bare))
                return null;
        }
        catch (Exception problem) when (problem is not OutOfMemoryException)
        {
            // What this decoder does not understand the other one has: the picture is encoded like any other.
            return null;
        }

        using var loaded = source.File.Load();
        using var one = loaded.Crop(0, 0, 1, 1);
        using var pixel = one.CopyMemory();
        using var said = CarriedMetadata.Attach(pixel, recipe, PictureFormat.Jpeg);
        var carrier = Encoder.Lossy(
            said, PictureFormat.Jpeg, 50,
            new EncoderSettings(false, Effort.Quick, CarriedMetadata.Kept(said, recipe.Pixels.Colour), recipe.Request.Ppi));
        return LosslessJpeg.WithMetadataOf(bare, carrier);
    }

    private static bool HasSamePixels(byte[] one, byte[] other)
    {
        using var before = Image.NewFromBuffer(one);
        using var after = Image.NewFromBuffer(other);
        using var same = before.Equal(after);
        return same.Min() > 0;
    }

    // A container that carries nothing but what is wanted needs no rewriting.
    private static byte[]? AsItCame(DecodedSource source, RenderRecipe recipe)
    {
        var facts = source.Facts;
        var carriesNoMore = facts is { Camera.Length: 0, HasGeolocation: false } &&
            recipe.Metadata == new WrittenMetadata(facts.Rights, facts.Description) &&
            (recipe.Pixels.Colour == ColourPolicy.Keep || facts.ColourProfile is null);
        return carriesNoMore ? File.ReadAllBytes(source.File.Path) : null;
    }
}
