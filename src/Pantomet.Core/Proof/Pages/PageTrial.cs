using Pantomet.Core.Measures;

namespace Pantomet.Core.Proof.Pages;

/// <summary>What is tried on a model page.</summary>
/// <param name="Page">Which one.</param>
/// <param name="TimesDenser">How much denser than it is the screen is made to seem; above 0.</param>
public sealed record PageTrial(ModelPage Page, double TimesDenser)
{
    /// <summary>The longest text.</summary>
    public const int LongestText = 400;

    /// <summary>A headline; empty takes one of ours.</summary>
    public string Headline { get; init; } = "";

    /// <summary>A paragraph; empty takes one of ours.</summary>
    public string Paragraph { get; init; } = "";

    /// <summary>Colour of the text over the picture.</summary>
    public SrgbColour Text { get; init; } = SrgbColour.White;

    /// <summary>A colour that is laid over the picture.</summary>
    public SrgbColour Overlay { get; init; }

    /// <summary>Of the overlay, 0 to 1.</summary>
    public double Opacity { get; init; }

    /// <summary>The page's own colour.</summary>
    public SrgbColour Ground { get; init; } = SrgbColour.White;
}
