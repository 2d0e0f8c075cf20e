using System.Security.Cryptography;
using System.Text;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Sources;

/// <summary>How a picture is made of others: side by side, or one above the other.</summary>
/// <param name="Direction">How they lie.</param>
/// <param name="Gap">Pixels between two.</param>
/// <param name="Margin">Pixels round them.</param>
/// <param name="Background">Shows in gaps and margins, and behind what is transparent.</param>
/// <param name="Width">Pixels across; null for as many as the pictures have without being blown up.</param>
/// <param name="Shape">What each is cropped to; null for its own proportions.</param>
public sealed record Composition(
    PairDirection Direction, int Gap, int Margin, SrgbColour Background, int? Width = null, AspectRatio? Shape = null)
{
    /// <summary>Pictures of pictures that are made of others, and no deeper.</summary>
    public const int MaxDepth = 2;

    /// <summary>Gaps and margins beyond it are a slip of the finger.</summary>
    public const int MaxGap = 2_000;

    // Three channels of 8 bits.
    private const int BytesPerPixel = 3;

    /// <summary>How it is made now: each picture framed by its own subject to the shape that is left to it.</summary>
    /// <param name="inputs">The pictures, in their order; the same may come twice.</param>
    /// <param name="bounds">What is made is read again as a source, so it must be no larger than one may be.</param>
    /// <returns>Or why it cannot be made.</returns>
    public Outcome<ComposedPlan> Of(IReadOnlyList<Source> inputs, PictureBounds bounds)
    {
        if (inputs.Count is < PairLayout.Least or > PairLayout.Most)
            return Refusal.Invalid(
                "sources", $"A pair is made of {PairLayout.Least} or {PairLayout.Most} pictures; {inputs.Count} were given.");
        if (Gap is < 0 or > MaxGap || Margin is < 0 or > MaxGap)
            return Refusal.Invalid("gap", $"Gap and margin are from 0 to {Finding.Px(MaxGap)} px.");
        if (Width is < 1 or > PictureBounds.MaxSide)
            return Refusal.Invalid("width", $"A pair is from 1 to {Finding.Px(PictureBounds.MaxSide)} px wide.");
        var width = Width ?? LargestWidth(inputs, bounds);
        if (PlanAt(width, inputs) is not { } plan)
            return Refusal.Invalid(
                "gap", $"Gap and margin leave no room for the pictures in {Finding.Px(width)} px. Make them smaller.");
        if (IsOutside(bounds, plan))
            return Refusal.Invalid(
                "width",
                $"It would have {Finding.Px(plan.Size)} px, which is more than a picture may have. {SmallerThan(inputs, bounds)}");
        var small = plan.Parts.Zip(inputs).FirstOrDefault(one => BlowsUp(one.First, one.Second));
        return small is ({ } part, { } input)
            ? Refusal.Invalid(
                "width",
                $"{input.Stem} has {Finding.Px(part.Crop.Size)} px for a place of {Finding.Px(part.Place.Size)}, and is never blown up. " +
                SmallerThan(inputs, bounds))
            : plan;
    }

    /// <summary>The most pixels across that pictures have without one of them being blown up.</summary>
    /// <remarks>What is wider needs more of each, so the widest is found by halving.</remarks>
    /// <param name="inputs">As many as make a pair.</param>
    /// <param name="bounds">What a source may be.</param>
    public int LargestWidth(IReadOnlyList<Source> inputs, PictureBounds bounds)
    {
        var (fits, above) = (1, PictureBounds.MaxSide + 1);
        while (above - fits > 1)
        {
            var middle = (fits + above) / 2;
            var isTooLarge = PlanAt(middle, inputs) is { } plan &&
                (IsOutside(bounds, plan) || plan.Parts.Zip(inputs).Any(one => IsBeyond(one.First, one.Second)));
            (fits, above) = isTooLarge ? (fits, middle) : (middle, above);
        }

        return fits;
    }

    private ComposedPlan? PlanAt(int width, IReadOnlyList<Source> inputs)
    {
        var shapes = inputs.Select(input => Shape ?? AspectRatio.Of(TurnedSize(input))).ToList();
        return new PairLayout(Direction, width, Gap, Margin).Of(shapes) is { } places
            ? new ComposedPlan(
                places.Whole,
                [.. inputs.Zip(places.Places, (input, place) => new ComposedPart(input.Id, SlotCrop.For(place.Size, input.Framed), place))],
                Background)
            : null;
    }

    private static bool IsOutside(PictureBounds bounds, ComposedPlan plan) =>
        bounds.Refusal(plan.Size, 1, BytesPerPixel, isAnimated: false) is not null;

    private string SmallerThan(IReadOnlyList<Source> inputs, PictureBounds bounds) =>
        $"Make the pair at most {Finding.Px(LargestWidth(inputs, bounds))} px wide, or take a larger file of it.";

    // What is drawn from shapes has no pixels that could be too few; it is as large as it says where nobody says how large.
    private static bool BlowsUp(ComposedPart part, Source input) => !input.Facts.IsVector && IsBeyond(part, input);

    private static bool IsBeyond(ComposedPart part, Source input) =>
        part.Crop.Size.Width < part.Place.Width || part.Crop.Size.Height < part.Place.Height;

    private static PixelSize TurnedSize(Source input) => new RotatedPicture(input.Facts.Size, input.Framing.Turn).Size;
}

/// <summary>How a composed picture is made: all that its pixels depend on.</summary>
/// <param name="Size">Of it.</param>
/// <param name="Parts">What lies where.</param>
/// <param name="Background">Behind and between them.</param>
public sealed record ComposedPlan(PixelSize Size, IReadOnlyList<ComposedPart> Parts, SrgbColour Background)
{
    /// <summary>The same for the same pixels: it is out of date when what would be made now has another.</summary>
    public string Key()
    {
        var parts = string.Join(' ', Parts.Select(part => $"{part.Input} {part.Crop} {part.Place}"));
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{Size} {Background} {parts}")));
    }
}

/// <summary>One picture in a composed one.</summary>
/// <param name="Input">Which.</param>
/// <param name="Crop">What of it.</param>
/// <param name="Place">Where it lies; not larger than its crop, unless it is a vector picture.</param>
public sealed record ComposedPart(SourceId Input, SlotCrop Crop, PixelRect Place);
