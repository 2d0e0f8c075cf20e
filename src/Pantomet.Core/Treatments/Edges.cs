using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>What becomes of the edges of a picture.</summary>
/// <param name="Line">Width of a line round it, as a fraction of its shorter side; 0 for none.</param>
/// <param name="LineColour">Its colour.</param>
/// <param name="Corners">Radius of its corners, as a fraction of its shorter side; 0 leaves them square.</param>
/// <param name="Shadow">Opacity of the soft shadow on the ground beneath a cut-out, 0 to 1; 0 for none.</param>
public sealed record Edges(double Line, SrgbColour LineColour, double Corners, double Shadow) : Treatment
{
    /// <summary>The widest line.</summary>
    public const double MaxLine = 0.1;

    /// <summary>The corners of a pill.</summary>
    public const double MaxCorners = 0.5;
}
