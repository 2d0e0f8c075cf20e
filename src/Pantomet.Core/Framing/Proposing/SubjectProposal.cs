using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing.Proposing;

/// <summary>What Pantomet takes for the subject of a picture until somebody says.</summary>
/// <param name="Subject">In upright source pixels; null where nothing stands out, as in a texture or a sky.</param>
/// <param name="Focus">In upright source pixels; null where nothing stands out.</param>
public sealed record SubjectProposal(PixelRect? Subject, PixelPoint? Focus);
