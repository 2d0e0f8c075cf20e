using Pantomet.Core.Measures;

namespace Pantomet.Core.Sources;

/// <summary>An original picture, with what people said of it.</summary>
/// <param name="Id">From its bytes.</param>
/// <param name="Facts">What it is.</param>
/// <param name="Stem">The part of file names that describes it.</param>
/// <param name="Sequence">Its number in the order of arrival, from 1.</param>
/// <param name="AddedOn">The day it came in, UTC.</param>
/// <param name="Focus">The point that crops are centred on; null takes the middle.</param>
public sealed record Source(SourceId Id, SourceFacts Facts, string Stem, long Sequence, DateOnly AddedOn, PixelPoint? Focus);
