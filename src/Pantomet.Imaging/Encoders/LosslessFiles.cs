using NetVips;
using Pantomet.Core.Kernels.Similarity;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Imaging.Scoring;

namespace Pantomet.Imaging.Encoders;

/// <summary>Files of formats that lose nothing, or nothing that is seen.</summary>
internal static class LosslessFiles
{
    /// <summary>From this score on nobody sees a difference: a palette that keeps it is as good as every colour.</summary>
    public const double NothingSeen = 90;

    // Under a cap a palette may show to who looks for it; beyond that another format serves better.
    private const double StillGood = 66;

    private const int LargestPalette = 256;

    private static readonly int[] Palettes = [LargestPalette, 16];

    /// <summary>A TIFF.</summary>
    public static EncodedFile Tiff(FinishedPicture picture) =>
        new(Encoder.Tiff(picture.Image, picture.Keep), PictureFormat.Tiff, null, "TIFF, lossless", 1, 100, []) { IsFreeOfMax = true };

    /// <summary>
    /// The lightest PNG in which no loss is seen; under a cap that it breaks, one with a palette that still looks good enough.
    /// </summary>
    public static EncodedFile Png(FinishedPicture picture, FileRequest request)
    {
        var whole = new EncodedFile(
            Encoder.Png(picture.Image, null, picture.Keep), PictureFormat.Png, null, "PNG, all colours", 1, 100, [])
        { IsFreeOfMax = true };
        var isTooHeavy = request.Limits.Max is { } cap && whole.File.LongLength > cap.Bytes;
        // A palette holds 8 bits a channel. Where numbers are kept, it would lose some of them.
        if (picture.Pixels.Format != Enums.BandFormat.Uchar || (!picture.IsGraphic && !isTooHeavy))
            return whole;
        var reduced = Palettes.Where(colours => picture.IsGraphic || colours == LargestPalette)
            .Select(colours => WithPalette(picture, colours)).ToList();
        var encodes = 1 + reduced.Count;
        var lightest = reduced.Where(made => made.Points >= NothingSeen).Append(whole)
            .MinBy(made => made.File.Length)! with
        { IsFreeOfMax = true };
        if (isTooHeavy && lightest.File.LongLength > request.Limits.Max!.Value.Bytes)
        {
            var good = reduced.Where(made => made.Points >= Math.Max(request.Score.Min, StillGood)).ToList();
            lightest = good.Where(made => made.File.LongLength <= request.Limits.Max.Value.Bytes).MaxBy(made => made.Points) ??
                good.Append(lightest).MinBy(made => made.File.Length)!;
        }

        return lightest with { Encodes = encodes };
    }

    /// <summary>A WebP without loss.</summary>
    public static EncodedFile WebP(FinishedPicture picture) =>
        new(Encoder.LosslessWebP(picture.Image, picture.Settings), PictureFormat.WebP, null, "WebP, lossless", 1, 100,
            [])
        { IsFreeOfMax = true };

    private static EncodedFile WithPalette(FinishedPicture picture, int colours)
    {
        var file = Encoder.Png(picture.Image, colours, picture.Keep);
        // Scattered dots of few colours vanish at half size; here they must not be seen at all.
        return new EncodedFile(
            file, PictureFormat.Png, null, $"PNG, {colours} colours", 1, PictureScore.Of(picture.Pixels, file, Fineness.EveryPixel).Points,
            []);
    }
}
