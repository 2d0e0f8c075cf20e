using Pantomet.Core.SiteCheck;

namespace Pantomet.Sites;

/// <summary>How a page asks for a picture.</summary>
public enum PictureUse
{
    /// <summary>An <c>img</c>, with or without a <c>picture</c> around it.</summary>
    Image,

    /// <summary>A button: <c>input type="image"</c>.</summary>
    Button,

    /// <summary>What a video shows before it plays.</summary>
    Poster,

    /// <summary>A raster picture within an SVG that is part of the page.</summary>
    Drawing,

    /// <summary>The page's own sign in tabs and on home screens.</summary>
    Icon,

    /// <summary>What other sites show of the page (Open Graph protocol, <c>og:image</c>).</summary>
    Card,

    /// <summary>Behind something, by a style sheet.</summary>
    Background,
}

/// <summary>A picture that a page asks for.</summary>
/// <param name="Use">How.</param>
/// <param name="Markup">Its files and what is said of it.</param>
/// <param name="LettersBefore">How much text stands before it.</param>
public sealed record FoundPicture(PictureUse Use, MarkedPicture Markup, long LettersBefore = 0);

/// <summary>A style sheet of a page.</summary>
/// <param name="Address">Of one of its own; null where it stands in the page.</param>
/// <param name="Text">Where it stands in the page; empty for one of its own.</param>
/// <param name="Media">For which screens; empty for all.</param>
public sealed record PageStyle(Uri? Address, string Text, string Media);

/// <summary>A page that was read.</summary>
/// <param name="Address">Of the page.</param>
/// <param name="Base">What its addresses are relative to.</param>
/// <param name="Pictures">In the order of the document.</param>
/// <param name="Styles">In the order of the document.</param>
/// <param name="Links">Pages that it leads to, each once, without what stands behind <c>#</c>.</param>
/// <param name="StyleAddresses">What its own styles ask for, each once: pictures behind something, fonts.</param>
public sealed record ReadPage(
    Uri Address, Uri Base, IReadOnlyList<FoundPicture> Pictures, IReadOnlyList<PageStyle> Styles, IReadOnlyList<Uri> Links,
    IReadOnlyList<Uri> StyleAddresses)
{
    /// <summary>An address as the page says it, in full.</summary>
    /// <param name="said">As it is written.</param>
    /// <returns>Null where it is none, or one that nothing is fetched from.</returns>
    public Uri? Resolved(string? said) => PageReader.Resolved(Base, said);
}
