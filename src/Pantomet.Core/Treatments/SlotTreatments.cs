namespace Pantomet.Core.Treatments;

/// <summary>What is done to every picture in a slot, in this order.</summary>
/// <param name="Tone">So that text can stand on it; null for nothing.</param>
/// <param name="Edges">A line, corners, a shadow; null for nothing.</param>
public sealed record SlotTreatments(Tone? Tone, Edges? Edges)
{
    /// <summary>Nothing is done.</summary>
    public static SlotTreatments None { get; } = new(null, null);

    /// <summary>Those that there are.</summary>
    public IReadOnlyList<Treatment> InOrder => [.. new Treatment?[] { Tone, Edges }.OfType<Treatment>()];
}
