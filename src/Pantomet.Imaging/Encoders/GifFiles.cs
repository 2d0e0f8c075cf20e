using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;

namespace Pantomet.Imaging.Encoders;

/// <summary>GIFs: what a smaller palette saves is traded against how it looks, as quality is in other formats.</summary>
internal static class GifFiles
{
    private static readonly int[] PaletteBits = [8, 7, 6, 5, 4, 3];

    /// <summary>The GIF that meets, in this order, the cap, the floor and what is preferred.</summary>
    /// <param name="picture">One frame or many.</param>
    /// <param name="request">What is allowed.</param>
    public static EncodedFile Make(AnimatedPicture picture, FileRequest request)
    {
        EncodedFile? good = null;
        EncodedFile? last = null;
        var encodes = 0;
        foreach (var bits in PaletteBits)
        {
            var file = picture.Gif(bits);
            encodes++;
            if (request.Limits.Max is { } cap && file.LongLength > cap.Bytes && bits > PaletteBits[^1])
                continue;
            last = Of(picture, bits, file);
            if (last.Points < request.Score.Min || file.LongLength > request.Limits.Max?.Bytes ||
                (good is not null && last.Points < request.Score.Target))
                break;
            good = last;
            // Fewer colours never look better: they are for who prefers bytes and has looks to spare.
            if (request.Score.Prefer == Preference.Better || last.Points < request.Score.Target)
                break;
        }

        return good is not null ? good with { Encodes = encodes } : last! with { Encodes = encodes, Findings = [Said(last!, request)] };
    }

    private static EncodedFile Of(AnimatedPicture picture, int bits, byte[] file)
    {
        var frames = picture.Frames > 1 ? $"{picture.Frames} frames, " : "";
        return new EncodedFile(file, PictureFormat.Gif, null, $"GIF, {frames}{1 << bits} colours", 1, picture.PointsOf(file), []);
    }

    private static Finding Said(EncodedFile lightest, FileRequest request)
    {
        if (request.Limits.Max is { } cap && lightest.File.LongLength > cap.Bytes)
            return ConflictFindings.LosslessOverCap(lightest, cap);
        return ConflictFindings.Of(request.Limits.Max is null ? Conflict.FloorOutOfReach : Conflict.CapAndFloor, lightest, request);
    }
}
