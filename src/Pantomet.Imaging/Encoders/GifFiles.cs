using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;

namespace Pantomet.Imaging.Encoders;

/// <summary>GIFs: what a smaller palette saves is traded against how it looks, as quality is in other formats.</summary>
internal static class GifFiles
{
    private static readonly int[] PaletteBits = [8, 7, 6, 5, 4, 3];

    /// <summary>The GIF that meets, in this order, the cap, the floor and what its slot prefers.</summary>
    /// <param name="picture">One frame or many.</param>
    /// <param name="slot">What is allowed.</param>
    public static MadeFile Make(AnimatedPicture picture, Slot slot)
    {
        MadeFile? good = null;
        MadeFile? last = null;
        var encodes = 0;
        foreach (var bits in PaletteBits)
        {
            var file = picture.Gif(bits);
            encodes++;
            if (slot.Limits.Most is { } cap && file.LongLength > cap.Bytes && bits > PaletteBits[^1])
                continue;
            last = Of(picture, bits, file);
            if (last.Points < slot.Looks.Floor || file.LongLength > slot.Limits.Most?.Bytes || (good is not null && last.Points < slot.Looks.Wanted))
                break;
            good = last;
            // Fewer colours never look better: they are for who prefers bytes and has looks to spare.
            if (slot.Looks.Prefer == Preference.Better || last.Points < slot.Looks.Wanted)
                break;
        }

        return good is not null ? good with { Encodes = encodes } : last! with { Encodes = encodes, Findings = [Said(last!, slot)] };
    }

    private static MadeFile Of(AnimatedPicture picture, int bits, byte[] file)
    {
        var frames = picture.Frames > 1 ? $"{picture.Frames} frames, " : "";
        return new MadeFile(file, PictureFormat.Gif, null, $"GIF, {frames}{1 << bits} colours", 1, picture.PointsOf(file), []);
    }

    private static Finding Said(MadeFile lightest, Slot slot)
    {
        if (slot.Limits.Most is { } cap && lightest.File.LongLength > cap.Bytes)
            return ConflictFindings.LosslessOverCap(lightest, cap);
        return ConflictFindings.Of(slot.Limits.Most is null ? Conflict.FloorOutOfReach : Conflict.CapAndFloor, lightest, slot);
    }
}
