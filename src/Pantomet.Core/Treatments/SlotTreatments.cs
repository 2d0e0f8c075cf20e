namespace Pantomet.Core.Treatments;

/// <summary>What is done to every picture in a slot.</summary>
/// <param name="Tone">So that text can stand on it; null for nothing.</param>
/// <param name="Headline">Words that are set on it; null for none.</param>
/// <param name="Mark">A mark that is set on it; null for none.</param>
/// <param name="Edges">A line, corners, a shadow; null for nothing.</param>
public sealed record SlotTreatments(Tone? Tone = null, SlotHeadline? Headline = null, SlotMark? Mark = null, Edges? Edges = null)
{
    /// <summary>Nothing is done.</summary>
    public static SlotTreatments None { get; } = new();
}
