
namespace Pantomet.Server.Sources;

/// <summary>Memory that a source takes while it is open.</summary>
internal static class SourceMemory
{
    // What is larger lies in a temporary file meanwhile.
    private const long MaxHeldBytes = 400_000_000;
    private const int MaxChannels = 4;

    /// <summary>Its pixels, and as much as it took to look at it.</summary>
    /// <param name="source">The source.</param>
    public static long Of(SourceRow source)
    {
        var facts = source.Facts;
        var channels = (facts.Colour, facts.HasAlpha) switch
        {
            (Core.Pictures.ColourModel.Grey, false) => 1,
            (Core.Pictures.ColourModel.Grey, true) => 2,
            (Core.Pictures.ColourModel.Rgb, false) => 3,
            _ => MaxChannels,
        };
        var pixels = facts.IsVector ? 0 : facts.Size.Count * channels * facts.BitDepth / 8;
        return source.LookBytes + Math.Min(pixels, MaxHeldBytes);
    }
}
