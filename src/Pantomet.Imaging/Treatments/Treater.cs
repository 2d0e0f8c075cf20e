using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Recipes;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Treatments;

/// <summary>Does to the pixels of one file what its recipe says beside cropping and scaling. What it finds on the first picture holds for
/// all: other formats, later frames.</summary>
public sealed class Treater
{
    private readonly RenderRecipe recipe;
    private readonly ToneMaker? tone;
    private readonly HeadlineMaker? headline;
    private readonly MarkMaker? mark;
    private readonly Edges? edges;

    /// <summary>Takes a recipe.</summary>
    /// <param name="recipe">Its treatments.</param>
    /// <param name="setting">How a headline stands on its crop; asked for only where there is one.</param>
    /// <param name="drawMark">Draws a mark; asked only where there is one.</param>
    /// <param name="tells">Whether somebody asks how large contrasts are.</param>
    internal Treater(RenderRecipe recipe, Func<HeadlineSetting> setting, MarkDrawing drawMark, bool tells)
    {
        this.recipe = recipe;
        tone = recipe.Treatments.OfType<Tone>().Select(one => new ToneMaker(one, tells)).SingleOrDefault();
        headline = recipe.Treatments.OfType<Headline>().Any() ? new HeadlineMaker(setting, tells) : null;
        mark = recipe.Treatments.OfType<Mark>().Select(one => new MarkMaker(one, drawMark)).SingleOrDefault();
        edges = recipe.Treatments.OfType<Edges>().SingleOrDefault();
    }

    /// <summary>What was found for the tone; null without one.</summary>
    public ToneFound? Toned => tone?.Found;

    /// <summary>How the headline was set; null without one.</summary>
    public SetHeadline? Set => headline?.Set;

    /// <summary>What is to be said of a file that was made.</summary>
    public IReadOnlyList<Finding> Findings =>
    [
        .. Toned is { } found ? ToneFindings.Of("Text", recipe.Treatments.OfType<Tone>().Single().Demand, found) : [],
        .. headline?.Findings ?? [],
    ];

    /// <summary>What a cut-out throws on the ground, before it is laid on its background.</summary>
    /// <param name="picture">sRGB or grey, 8 bits.</param>
    internal Image Grounded(Image picture) =>
        edges is { Shadow: > 0 } && picture.HasAlpha() ? GroundShadow.Apply(picture, edges.Shadow) : picture.Copy();

    /// <summary>The rest, in order.</summary>
    /// <param name="picture">Of the file's size; sRGB or grey, 8 bits.</param>
    /// <param name="keepsAlpha">Whether the file can be transparent.</param>
    internal Image Treated(Image picture, bool keepsAlpha)
    {
        using var toned = tone is null ? picture.Copy() : tone.Apply(picture);
        using var worded = headline is null ? toned.Copy() : headline.Apply(toned);
        using var marked = mark is null ? worded.Copy() : mark.Apply(worded);
        return edges is null ? marked.Copy() : EdgeMaker.Apply(marked, edges, keepsAlpha ? null : recipe.Pixels.Background);
    }
}
