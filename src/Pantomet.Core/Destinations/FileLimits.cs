using Pantomet.Core.Measures;

namespace Pantomet.Core.Destinations;

/// <summary>What a slot allows of a file's weight and sides. Null means that the slot does not care.</summary>
/// <param name="MaxBytes">The cap: a heavier file is never handed out.</param>
/// <param name="TargetBytes">The band in which a file should lie.</param>
/// <param name="MinBytes">Below this a file looks poor to the destination.</param>
/// <param name="MinSidePx">No side may be shorter.</param>
/// <param name="MaxSidePx">No side may be longer.</param>
public sealed record FileLimits(
    ByteCount? MaxBytes, ByteRange? TargetBytes, ByteCount? MinBytes, int? MinSidePx = null, int? MaxSidePx = null)
{
    /// <summary>A slot that does not care.</summary>
    public static FileLimits None { get; } = new(null, null, null);

    /// <summary>Whether a file's sides are allowed.</summary>
    /// <param name="file">In pixels.</param>
    public bool Allow(PixelSize file) => file.ShortestSide >= (MinSidePx ?? 0) && file.LongestSide <= (MaxSidePx ?? int.MaxValue);
}

/// <summary>The bytes aimed at, both ends included.</summary>
/// <param name="Min">Lower end.</param>
/// <param name="Max">Upper end, not below the lower.</param>
public sealed record ByteRange(ByteCount Min, ByteCount Max)
{
    /// <summary>Whether a weight lies in the band.</summary>
    /// <param name="bytes">A file's weight.</param>
    public bool Holds(ByteCount bytes) => bytes >= Min && bytes <= Max;
}

/// <summary>Between which encoder qualities, 1 to 100, a file may lie.</summary>
/// <param name="Min">No file is made below it, whatever the byte limit says.</param>
/// <param name="Max">More is not spent on looks, even when bytes are left.</param>
public sealed record QualityRange(int Min, int Max)
{
    /// <summary>
    /// Of a slot that says nothing; how low it may go is a matter of looks. Common practice, no source: 85 serves where photographs are the
    /// business.
    /// </summary>
    public static QualityRange Default { get; } = new(1, 85);

    /// <summary>Of a slot that prefers fewer bytes: the looks wanted say when to stop.</summary>
    public static QualityRange ForWantedLooks { get; } = new(1, 95);
}
