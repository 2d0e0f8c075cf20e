using Pantomet.Core.Packages;
using Pantomet.Core.Proof.Markup;
using Pantomet.Core.Sizing;
using Pantomet.Server.Destinations;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Proof;

/// <summary>A file that was made of a source for a slot.</summary>
/// <param name="Row">What became of it, with its file.</param>
/// <param name="Path">From the root of a package.</param>
/// <param name="Size">Of the file, and the density that it was made for.</param>
internal sealed record MadeFile(VariantRow Row, string Path, OutputSize Size);

/// <summary>A source in a slot, with the files that were made of it.</summary>
/// <param name="Place">The slot and its destination.</param>
/// <param name="Folder">Where its files lie in a package.</param>
/// <param name="Source">What they were made of.</param>
/// <param name="Files">At least one.</param>
internal sealed record MadePicture(PlacedSlot Place, SlotFolder Folder, SourceRow Source, IReadOnlyList<MadeFile> Files)
{
    private const string Variants = "/api/variants/";
    private const string VariantFile = "/file";

    /// <summary>As a page shows it that finds its files under the destination's base address.</summary>
    /// <param name="placeholder">What stands for it until they have arrived.</param>
    /// <param name="isAtTop">Whether a visitor sees it before scrolling; null as the slot says.</param>
    public PagePicture OnPage(Placeholder? placeholder, bool? isAtTop = null) => With(AddressOnPage, placeholder, isAtTop);

    /// <summary>As a page of this server shows it.</summary>
    /// <param name="placeholder">What stands for it until its files have arrived.</param>
    public PagePicture AsIs(Placeholder? placeholder = null) => With(file => $"{Variants}{file.Row.Id}{VariantFile}", placeholder);

    /// <summary>The variant's id of a file of <see cref="AsIs"/>.</summary>
    /// <param name="file">One of its lists.</param>
    public static string VariantOf(PageFile file) => file.Address[Variants.Length..^VariantFile.Length];

    /// <summary>As a page in the root of a package shows it.</summary>
    public PagePicture InPackage() => With(file => PageAddress.Of("", file.Path), null);

    /// <summary>With addresses of one's own choice.</summary>
    /// <param name="address">Of a file.</param>
    /// <param name="placeholder">What stands for it until they have arrived.</param>
    /// <param name="isAtTop">Whether a visitor sees it before scrolling; null as the slot says.</param>
    public PagePicture With(Func<MadeFile, string> address, Placeholder? placeholder, bool? isAtTop = null) => new(
        Place.Slot, Source.Stem, Source.AltText,
        [.. Files.Select(file => new PageFile(address(file), file.Row.Tier, file.Size, file.Row.Format, file.Row.File!.Bytes))])
    {
        IsAtTop = isAtTop ?? Place.Slot.IsAtTop,
        Placeholder = placeholder,
    };

    // Below a base address the destination has no folder: the address is its own.
    private string AddressOnPage(MadeFile file) => Place.Destination.BaseAddress is { Length: > 0 } address
        ? PageAddress.Of(address, file.Path[(Folder.Destination.Length + 1)..])
        : PageAddress.Of("", file.Path);
}
