using System.Globalization;
using Pantomet.Core.Packages;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof.Markup;
using Pantomet.Core.Publishing;
using Pantomet.Core.Sizing;
using Pantomet.Server.Destinations;
using Pantomet.Server.Publishing;
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

    /// <summary>As a page shows it that has it delivered: the server chooses the format, so a page names none.</summary>
    /// <param name="placeholder">What stands for it until they have arrived.</param>
    /// <param name="isAtTop">Whether a visitor sees it before scrolling; null as the slot says.</param>
    public PagePicture Delivered(Placeholder? placeholder, bool? isAtTop = null)
    {
        var one = Files.GroupBy(file => (file.Row.Tier, file.Row.Width))
            .Select(width => width.FirstOrDefault(file => file.Row.Format.IsReadEverywhere()) ?? width.First());
        var versions = DeliveryVersion.AllOf(new Pairing(Source, Place.Slot));
        return (this with { Files = [.. one] }).With(
            file => DeliveryOf(file, versions[(file.Row.Tier, file.Row.Width)]), placeholder, isAtTop, lasts: true);
    }

    /// <summary>As a page of this server shows it.</summary>
    /// <param name="placeholder">What stands for it until its files have arrived.</param>
    public PagePicture AsIs(Placeholder? placeholder = null) => With(file => $"{Variants}{file.Row.Id}{VariantFile}", placeholder);

    /// <summary>The variant's id of a file of <see cref="AsIs"/>.</summary>
    /// <param name="file">One of its lists.</param>
    public static string VariantOf(PageFile file) => file.Address[Variants.Length..^VariantFile.Length];

    /// <summary>With addresses of one's own choice.</summary>
    /// <param name="address">Of a file.</param>
    /// <param name="placeholder">What stands for it until they have arrived.</param>
    /// <param name="isAtTop">Whether a visitor sees it before scrolling; null as the slot says.</param>
    /// <param name="lasts">Whether a changed picture has another address; null as the slot's file names say.</param>
    public PagePicture With(Func<MadeFile, string> address, Placeholder? placeholder, bool? isAtTop = null, bool? lasts = null)
    {
        var files = Files.Select(
            file => new PageFile(address(file), file.Row.Tier, file.Size, file.Row.Format, file.Row.File!.Bytes));
        return new PagePicture(Place.Slot, Source.Stem, Source.AltTextIn(Place.Slot), [.. files])
        {
            IsAtTop = isAtTop ?? Place.Slot.IsAtTop,
            HasLastingAddresses = lasts ?? Place.Slot.NamePattern.HasHash,
            Placeholder = placeholder,
        };
    }

    // A base address is that of whatever stands before the delivery of this destination.
    private string DeliveryOf(MadeFile file, string version)
    {
        var own = DeliveryAddress.Of(Place.Destination.Id, Place.Slot.Id, Source.Stem);
        var address = Place.Destination.BaseAddress is { Length: > 0 } before
            ? before.TrimEnd('/') + own[$"{DeliveryAddress.Root}/{Place.Destination.Id}".Length..]
            : own;
        var tier = file.Row.Tier is { } name ? $"&tier={Uri.EscapeDataString(name)}" : "";
        return string.Create(CultureInfo.InvariantCulture, $"{address}?w={file.Row.Width}{tier}&v={version}");
    }

    // Below a base address the destination has no folder: the address is its own.
    private string AddressOnPage(MadeFile file) => Place.Destination.BaseAddress is { Length: > 0 } address
        ? PageAddress.Of(address, file.Path[(Folder.Destination.Length + 1)..])
        : PageAddress.Of("", file.Path);
}
