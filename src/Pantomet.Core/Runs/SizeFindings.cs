using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Runs;

/// <summary>What is to be said of the sizes that a slot wants of a crop: which of them it cannot give, or the slot does not take.</summary>
internal static class SizeFindings
{
    /// <summary>The crop has fewer pixels than a size needs.</summary>
    public const string TooFewPixels = "too-few-pixels";

    /// <summary>Judges every wanted size.</summary>
    /// <param name="place">A place, with its crop and wanted sizes.</param>
    public static IEnumerable<Finding> Of(PlacePlan place)
    {
        foreach (var size in place.Wanted)
        {
            if (place.ShortBy(size) > 0)
                yield return TooSmall(size, place.Crop, place.Source.Facts.Size);
            else if (!place.Part.Limits.Allow(size.File))
                yield return OutsideSides(size.File, place.Part.Limits);
        }
    }

    private static Finding TooSmall(OutputSize size, SlotCrop crop, PixelSize source)
    {
        var has = crop.Size;
        var across = size.Picture.Width - has.Width;
        var down = size.Picture.Height - has.Height;
        var what = crop.Area.Size == source ? "the source" : crop.IsByHand ? "the crop set by hand" : "the crop";
        var needed = size.File == size.Picture ? "as many pixels" : $"a picture of {Finding.Px(size.Picture)} px";
        var remedy = crop.IsByHand
            ? "Make the crop larger, or use a larger source."
            : "Use a larger source. Pictures are never enlarged.";
        return new Finding(
            TooFewPixels,
            Severity.Stop,
            $"The {Finding.Px(size.File)} file needs {needed}, {what} has {Finding.Px(has)}: {Finding.Px(across)} px short across, " +
            $"{Finding.Px(down)} px down.",
            remedy);
    }

    private static Finding OutsideSides(PixelSize file, FileLimits limits) => file.ShortestSide < limits.MinSidePx
        ? new Finding(
            "side-too-short", Severity.Stop,
            $"The {Finding.Px(file)} file has a side below the {Finding.Px(limits.MinSidePx.Value)} px that the slot asks for.",
            "Use a picture that is nearer to the slot's shape, or a larger size.")
        : new Finding(
            "side-too-long", Severity.Stop,
            $"The {Finding.Px(file)} file has a side above the {Finding.Px(limits.MaxSidePx ?? 0)} px that the slot allows.",
            "Use a smaller size, or fit the picture within a box.");
}
