using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Weight;

/// <summary>What is allowed of a file's bytes. Null means that it does not matter.</summary>
/// <param name="Max">A heavier file is never handed out.</param>
/// <param name="Target">The band in which it should lie.</param>
/// <param name="Min">Below this it looks poor to the destination.</param>
public sealed record ByteLimits(ByteCount? Max, ByteRange? Target, ByteCount? Min)
{
    /// <summary>Whether nothing but the maximum matters.</summary>
    public bool HasOnlyMax => this is { Target: null, Min: null };

    /// <summary>What a slot allows.</summary>
    /// <param name="slot">Has limits.</param>
    public static ByteLimits Of(Slot slot) => new(slot.Limits.MaxBytes, slot.Limits.TargetBytes, slot.Limits.MinBytes);
}

/// <summary>What a file in a format with a quality has to meet.</summary>
/// <param name="Limits">Of its bytes.</param>
/// <param name="Quality">Between which encoder qualities it may lie.</param>
/// <param name="Score">How it should look.</param>
public sealed record WeightDemand(ByteLimits Limits, QualityRange Quality, ScoreDemand Score)
{
    /// <summary>What a slot demands.</summary>
    /// <param name="slot">Has limits, a range of quality and a wish for looks.</param>
    public static WeightDemand Of(Slot slot) => new(ByteLimits.Of(slot), slot.Quality, slot.Score);
}
