using Pantomet.Core.Measures;

namespace Pantomet.Core.Runs;

/// <summary>Whether a source has the pixels that a slot wants.</summary>
public enum CoverageState
{
    /// <summary>Every size can be made.</summary>
    Enough,

    /// <summary>The smaller sizes can be made.</summary>
    Partly,

    /// <summary>Not one size can be made.</summary>
    TooSmall,
}

/// <summary>How far the pixels of a source reach in a slot, before anything is rendered.</summary>
/// <param name="State">In a word.</param>
/// <param name="Possible">Sizes that can be made.</param>
/// <param name="Wanted">Sizes that the slot wants.</param>
/// <param name="Largest">The largest file that can be made; null for none.</param>
/// <param name="FirstShort">The smallest file for which the pixels run out; null when they suffice.</param>
/// <param name="ShortByPx">Pixels missing for the largest size, on the longer side.</param>
public sealed record Coverage(CoverageState State, int Possible, int Wanted, PixelSize? Largest, PixelSize? FirstShort, int ShortByPx)
{
    /// <summary>Reads it off a plan.</summary>
    /// <param name="plan">Of the source in the slot.</param>
    public static Coverage Of(SlotPlan plan)
    {
        var possible = plan.Sizes.Where(size => size.ShortByPx == 0).Select(size => size.Size.File).ToList();
        var tooLarge = plan.Sizes.Where(size => size.ShortByPx > 0).ToList();
        var state = tooLarge.Count == 0 ? CoverageState.Enough : possible.Count > 0 ? CoverageState.Partly : CoverageState.TooSmall;
        return new Coverage(
            state, possible.Count, plan.Sizes.Count,
            possible.Count > 0 ? possible.MaxBy(size => size.Count) : null,
            tooLarge.Count > 0 ? tooLarge.MinBy(size => size.ShortByPx)!.Size.File : null,
            tooLarge.Count > 0 ? tooLarge.Max(size => size.ShortByPx) : 0);
    }
}
