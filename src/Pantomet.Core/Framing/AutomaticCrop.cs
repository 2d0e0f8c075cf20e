using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The crop that follows from what must stay in the picture and what a shape demands.</summary>
/// <remarks>
/// A crop has the ratio to half a pixel and lies inside the picture, without exception. Among all such crops of whole pixels it is
/// the best by these wishes, each of which only decides between crops that are equal by those before it:
/// <list type="number">
/// <item>as little of the subject's area as possible is cut off;</item>
/// <item>it has the pixels that the slot asks for, if any crop has;</item>
/// <item>as little of the subject as possible lies under a keep-clear zone or outside a round mask;</item>
/// <item>it is as large as possible;</item>
/// <item>as little as possible of what is wished for beside the subject is cut off;</item>
/// <item>as few heads as possible are cut through, or cut off above the shoulders;</item>
/// <item>as little as possible of the breathing room around the subject is lost;</item>
/// <item>the focus lies as near as possible to the place that the slot prefers; of two equally near, the upper and then the left.</item>
/// </list>
/// The order is explained in docs/decisions/framing-rule.md. Without a subject and heads all but the fourth and the last are silent,
/// and what is left is what CSS
/// shows for <c>object-fit: cover</c> with the place as <c>object-position</c> (CSS Images 3, §5.5).
/// The same wishes always give the same crop. Without zones the crop moves no farther than the subject and the focus do.
/// </remarks>
public static class AutomaticCrop
{
    /// <summary>Computes the crop.</summary>
    /// <param name="wishes">Subject and focus may reach outside the picture; the crop does not.</param>
    /// <returns>Pixels of the turned picture. Where the picture is levelled: before the crop is tilted about its centre.</returns>
    public static PixelRect For(CropCriteria wishes) => wishes.Level == 0 ? UprightCrop.For(wishes) : StraightenedCrop.For(wishes);
}
