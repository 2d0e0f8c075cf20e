using System.Text;
using Pantomet.Core.Destinations;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Core.Packages;

/// <summary>The markup of a package: for each slot of a page its pictures as HTML, as CSS and as data.</summary>
public static class MarkupFiles
{
    /// <summary>The folder that they lie in.</summary>
    public const string Folder = "markup";

    /// <summary>Whether what a destination is has pages of one's own.</summary>
    /// <param name="kind">Of the destination.</param>
    public static bool IsWrittenFor(DestinationKind kind) => kind is DestinationKind.Site or DestinationKind.Newsletter;

    /// <summary>Whether a path of a package is that of HTML to be pasted.</summary>
    /// <param name="path">From its root.</param>
    public static bool IsHtml(string path) =>
        path.StartsWith($"{Folder}/", StringComparison.Ordinal) && path.EndsWith(".html", StringComparison.Ordinal);

    /// <summary>Their paths and contents, UTF-8.</summary>
    /// <param name="pictures">In the order of the package.</param>
    /// <param name="isOfOne">Whether they are all of one destination, whose folder is then left away.</param>
    public static IEnumerable<(string Path, byte[] Content)> Of(IEnumerable<PlacedPicture> pictures, bool isOfOne = false)
    {
        foreach (var slot in pictures.Where(one => IsWrittenFor(one.Destination.Kind)).GroupBy(one => one.Folder))
        {
            var path = $"{Folder}/{(isOfOne ? slot.Key.Slot : slot.Key.Path)}";
            var some = slot.Select(one => one.Picture).ToList();
            yield return ($"{path}.html", Encoding.UTF8.GetBytes(Html(some)));
            yield return ($"{path}.css", Encoding.UTF8.GetBytes(Css(slot.Key.Slot, some)));
            yield return ($"{path}.json", Encoding.UTF8.GetBytes(MarkupData.ToJson(some)));
        }
    }

    // Stems hold no two hyphens in a row, so nothing ends a comment early.
    private static string Html(List<PagePicture> pictures) =>
        $"<!-- {CacheNote.Of(pictures[0])} -->\n" +
        string.Concat(pictures.Select(picture => $"\n<!-- {picture.Stem} -->\n{PictureElement.Of(picture)}"));

    private static string Css(string slot, List<PagePicture> pictures) =>
        $"/* {CacheNote.Of(pictures[0])} */\n" +
        string.Concat(pictures.Select(picture => $"\n{BackgroundRule.Of(picture, $".{ClassName.Of(slot, picture.Stem)}")}"));
}
