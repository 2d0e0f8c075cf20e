using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>A picture is toned down so that text can stand on it.</summary>
/// <param name="Demand">The text, and how far the picture may be changed for it.</param>
/// <param name="Under">Where the text stands, in the file.</param>
/// <param name="ByHand">What a person has set; null where the least that is needed is found for each file.</param>
public sealed record Tone(ToneDemand Demand, PicturePart Under, ToneChange? ByHand) : Treatment;
