using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Runs;

/// <summary>What a slot makes of a picture that is large enough, in numbers and in a sentence.</summary>
/// <param name="Files">How many files of one source.</param>
/// <param name="Sentence">Such as "makes 6 files: 400…1,600 px, AVIF, WebP, JPEG".</param>
/// <param name="Sizes">Tier by tier, the largest first.</param>
/// <param name="FileNames">In the same order.</param>
public sealed record SlotSummary(int Files, string Sentence, IReadOnlyList<WantedSize> Sizes, IReadOnlyList<string> FileNames)
{
    /// <summary>A picture that is large enough for everything, of the most common proportions of a camera.</summary>
    private static readonly SourceFacts LargePhotograph = new(
        new PixelSize(48_000, 32_000), PictureFormat.Jpeg, ColourModel.Rgb, "sRGB", 8, false, 1, 1, ContentKind.Photograph,
        RightsFields.None, "", "", false);

    /// <summary>Sums a slot up.</summary>
    /// <param name="slot">Any slot.</param>
    /// <param name="example">Gives the file names their stem, number and day; its pixels do not matter.</param>
    public static SlotSummary Of(Slot slot, Source example)
    {
        // Of a group that the slot takes, whichever the example is of.
        var plan = SlotPlan.For(
            slot, example with
            {
                Facts = LargePhotograph,
                Framing = SourceFraming.None,
                Proposal = null,
                Group = slot.Groups.FirstOrDefault(example.Group)
            });
        // A page that chooses among formats gets one more where some browsers read none of those.
        var made = slot.Delivery == Delivery.Each ? plan.Variants.Select(variant => variant.Format).Distinct() : slot.Formats;
        var formats = string.Join(", ", made.Select(format => format.DisplayName()));
        var choice = slot.Delivery == Delivery.One && slot.Formats.Count > 1 ? $"one of {formats}" : formats;
        var files = plan.Variants.Count;
        return new SlotSummary(
            files, $"makes {files} {(files == 1 ? "file" : "files")}: {Pixels(slot, plan)}, {choice}", plan.Sizes,
            [.. plan.Variants.Select(variant => variant.FileName)]);
    }

    /// <summary>The file sizes of a slot for a large picture of usual proportions, tier by tier, the largest first.</summary>
    /// <param name="slot">Any slot.</param>
    public static IEnumerable<PixelSize> SizesOf(Slot slot) => SlotReader.DefaultSizes(slot).Select(one => one.Size.File);

    private static string Pixels(Slot slot, SlotPlan plan)
    {
        var parts = slot.Parts().Select(part => part.Slot).ToList();
        if (parts.TrueForAll(part => part.Sizes is SizeRule.AllPixels))
            return "every pixel of the crop";
        if (parts.TrueForAll(part => part.Sizes is SizeRule.Box or SizeRule.MostPixels))
            return $"at most {Finding.Px(plan.Sizes[0].Size.File)} px";
        var byHeight = parts.TrueForAll(part => part.Sizes is SizeRule.Heights);
        if (plan.Sizes.Count == 1)
            return slot.Shape is Shape.Ratio or Shape.Exact ? $"{Finding.Px(plan.Sizes[0].Size.File)} px" : Side(plan.Sizes[0]);
        var sides = plan.Sizes.Select(size => byHeight ? size.Size.File.Height : size.Size.File.Width).ToList();
        var range = sides.Min() == sides.Max() ? Finding.Px(sides.Max()) : $"{Finding.Px(sides.Min())}…{Finding.Px(sides.Max())}";
        return $"{range} px{(byHeight ? " high" : "")}";

        string Side(WantedSize size) => slot.Sizes switch
        {
            SizeRule.Heights => $"{Finding.Px(size.Size.File.Height)} px high",
            SizeRule.LongestSide { Px: var px } => $"longest side {Finding.Px(px)} px",
            SizeRule.ShortestSide { Px: var px } => $"shortest side {Finding.Px(px)} px",
            _ => $"{Finding.Px(size.Size.File.Width)} px wide",
        };
    }
}
