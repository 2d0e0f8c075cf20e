using System.Globalization;
using System.Text;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Proof.Markup;

/// <summary>A picture as the background of an element, in CSS.</summary>
/// <remarks>
/// CSS Images 4, <c>image-set()</c>: it knows densities and types but no widths, so there is a rule for each range of viewports in which
/// the same files are right.
/// </remarks>
public static class BackgroundRule
{
    private static readonly Density[] Densities = [new(1), new(2), new(3)];

    /// <summary>Writes it.</summary>
    /// <param name="picture">With its files.</param>
    /// <param name="selector">Of the element.</param>
    /// <returns>Lines, each ended by a line feed.</returns>
    public static string Of(PagePicture picture, string selector)
    {
        var colour = picture.Placeholder?.Colour ?? picture.Slot.Background.ToString();
        var first = $"{Properties(picture)}{Images(picture, PageLayout.NarrowestViewport, "  ")}";
        var css = new StringBuilder($"{selector} {{\n  background: {colour} center / cover no-repeat;\n{first}}}\n");
        var last = Taken(picture, PageLayout.NarrowestViewport);
        for (var viewport = PageLayout.NarrowestViewport + 1; viewport <= PageLayout.WidestViewport; viewport++)
        {
            if (Taken(picture, viewport) is var next && next.SequenceEqual(last))
                continue;
            last = next;
            var inner = $"  {selector} {{\n{Images(picture, viewport, "    ")}  }}\n";
            css.Append(CultureInfo.InvariantCulture, $"@media (min-width: {viewport}px) {{\n{inner}}}\n");
        }

        return css.ToString();
    }

    // CSS Custom Properties 1: what goes on from the picture's edges, for whatever lies round it.
    private static string Properties(PagePicture picture) => picture.Placeholder?.Colours is { } colours
        ? string.Concat(colours.ToCss().Select(line => $"  {line}\n"))
        : "";

    // What everybody who comes at that viewport takes.
    private static List<PageFile> Taken(PagePicture picture, int viewportPx) =>
        [.. At(picture, viewportPx).SelectMany(list => Densities.Select(density => list.Chosen(viewportPx, density)))];

    // The lists of the screen range that a viewport belongs to.
    private static IEnumerable<CandidateList> At(PagePicture picture, int viewportPx)
    {
        var from = picture.Lists.First(list => list == picture.Image || viewportPx >= list.FromPx).FromPx;
        return picture.Lists.Where(list => list.FromPx == from);
    }

    // One line for browsers without image-set, and one for the others.
    private static string Images(PagePicture picture, int viewport, string indent)
    {
        var lists = At(picture, viewport).ToList();
        // Whoever reads a format takes all of its files from it: so each has one for every density at which any of them has another.
        var densities = Densities.Where((density, at) => at == 0 || lists.Exists(
            list => list.Chosen(viewport, density) != list.Chosen(viewport, Densities[at - 1])));
        var options = lists.SelectMany(list => densities.Select(density => Option(list, viewport, density))).ToList();
        var plain = $"{indent}background-image: {Url(lists[^1].Chosen(viewport, Densities[0]))};\n";
        return options.Count == 1 ? plain : $"{plain}{indent}background-image: image-set({string.Join(", ", options)});\n";
    }

    private static string Option(CandidateList list, int viewportPx, Density density) =>
        $"{Url(list.Chosen(viewportPx, density))} {density}{(list.Type is { } type ? $" type(\"{type.MediaType()}\")" : "")}";

    // CSS Syntax 3, strings: addresses hold neither quotes nor line breaks once they are encoded, and a backslash is none of theirs.
    private static string Url(PageFile file) =>
        $"url(\"{file.Address.Replace("\\", "%5C", StringComparison.Ordinal).Replace("\"", "%22", StringComparison.Ordinal)}\")";
}
