using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Sources;

namespace Pantomet.Server.Sources.Composing;

/// <summary>How pictures lie beside each other in one, as it is asked for and kept.</summary>
/// <param name="Direction">Side by side in a row, or one above the other in a column.</param>
/// <param name="Gap">Pixels between two.</param>
/// <param name="Margin">Pixels round them.</param>
/// <param name="Background">Colour of gaps and margins, and behind what is transparent: <c>#rrggbb</c>.</param>
/// <param name="Width">Pixels across; absent for as many as the pictures have without being blown up.</param>
/// <param name="Shape">What each is cropped to, such as <c>4:5</c>; absent for its own proportions.</param>
internal record ComposedLayout(
    PairDirection Direction, int Gap = 0, int Margin = 0, string Background = "#ffffff", int? Width = null, string? Shape = null)
{
    /// <summary>As the rules know it.</summary>
    /// <returns>Or what is no colour, or no shape.</returns>
    public Outcome<Composition> Read()
    {
        if (!SrgbColour.TryParse(Background, out var background))
            return Refusal.Invalid("background", $"\"{Background}\" is no colour. Write it as #rrggbb, such as #ffffff.");
        var shape = default(AspectRatio);
        return Shape is null || AspectRatio.TryParse(Shape, out shape)
            ? new Composition(Direction, Gap, Margin, background, Width, Shape is null ? null : shape)
            : Refusal.Invalid("shape", $"\"{Shape}\" is no shape. Write it as two numbers with a colon between them, such as 4:5.");
    }

    /// <summary>Without what a request says besides.</summary>
    public ComposedLayout Alone() => new(Direction, Gap, Margin, Background, Width, Shape);
}

/// <summary>Pictures that are to become one.</summary>
/// <param name="Sources">Ids of two or three; the same may come twice.</param>
/// <param name="Direction">See the layout.</param>
/// <param name="Gap">See the layout.</param>
/// <param name="Margin">See the layout.</param>
/// <param name="Background">See the layout.</param>
/// <param name="Width">See the layout.</param>
/// <param name="Shape">See the layout.</param>
internal sealed record ComposedRequest(
    IReadOnlyList<string> Sources, PairDirection Direction, int Gap = 0, int Margin = 0, string Background = "#ffffff", int? Width = null,
    string? Shape = null) : ComposedLayout(Direction, Gap, Margin, Background, Width, Shape);

/// <summary>What a source is made of; in the database.</summary>
/// <param name="Inputs">Ids of the pictures, in their order, as they were when it was made.</param>
/// <param name="Layout">How they lie.</param>
/// <param name="Key">Of the plan by which it was made: it is out of date when what would be made now has another.</param>
internal sealed record ComposedFrom(IReadOnlyList<string> Inputs, ComposedLayout Layout, string Key);

/// <summary>What is known of a picture because it was made of others.</summary>
/// <param name="Composed">Of which, and how.</param>
/// <param name="AltText">What it shows.</param>
/// <param name="Group">What it belongs to.</param>
internal sealed record MadeOfOthers(ComposedFrom Composed, string AltText, string Group);
