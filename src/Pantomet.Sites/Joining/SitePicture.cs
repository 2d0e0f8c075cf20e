using Pantomet.Core.Findings;
using Pantomet.Core.SiteCheck;

namespace Pantomet.Sites.Joining;

/// <summary>A picture file of a site, with the places in which it is shown.</summary>
/// <param name="Address">Of the file.</param>
/// <param name="File">What is known of it.</param>
/// <param name="Places">Where pages ask for it; none for one that no page asks for.</param>
/// <param name="NeededPx">How wide it need be; null where that is not known, or it is a rung of a ladder.</param>
/// <param name="Findings">What is to be said of it, whatever is made of it.</param>
public sealed record SitePicture(
    Uri Address, KnownFile File, IReadOnlyList<FilePlace> Places, int? NeededPx, IReadOnlyList<Finding> Findings);

/// <summary>A place of a page that asks for a file.</summary>
/// <param name="Page">Address of the page.</param>
/// <param name="Use">How the page asks for it.</param>
/// <param name="Screens">Numbers of those of <see cref="CheckWindow.Usual"/> on which browsers load it there.</param>
/// <param name="Seen">At which sizes it is shown, as far as that is known.</param>
/// <param name="IsKnown">Whether that is all of them.</param>
/// <param name="HasSmaller">Whether browsers could have taken a smaller file there.</param>
/// <param name="HasNewer">Whether the page offers the same in a newer format.</param>
/// <param name="Findings">What is to be said of it there.</param>
public sealed record FilePlace(
    Uri Page, PictureUse Use, IReadOnlyList<int> Screens, IReadOnlyList<SeenPicture> Seen, bool IsKnown, bool HasSmaller, bool HasNewer,
    IReadOnlyList<Finding> Findings)
{
    /// <summary>Of the element that asks for it: files of one are the same picture by intent.</summary>
    public required int Element { get; init; }
}
