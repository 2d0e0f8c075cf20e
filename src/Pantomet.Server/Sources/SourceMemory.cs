using Pantomet.Core.Pictures;

namespace Pantomet.Server.Sources;

/// <summary>Memory that a source takes while it is open.</summary>
internal static class SourceMemory
{
    // What is larger lies in a temporary file meanwhile.
    private const long MaxHeldBytes = 400_000_000;
    private const int MaxChannels = 4;

    /// <summary>Its pixels, and as much as it took to look at it.</summary>
    /// <param name="facts">What it is.</param>
    /// <param name="lookBytes">What it took to look at it.</param>
    public static long Of(SourceFacts facts, long lookBytes)
    {
        var channels = (facts.Colour, facts.HasAlpha) switch
        {
            (ColourModel.Grey, false) => 1,
            (ColourModel.Grey, true) => 2,
            (ColourModel.Rgb, false) => 3,
            _ => MaxChannels,
        };
        var pixels = facts.IsVector ? 0 : facts.Size.Count * channels * facts.BitDepth / 8;
        return lookBytes + Math.Min(pixels, MaxHeldBytes);
    }
}
