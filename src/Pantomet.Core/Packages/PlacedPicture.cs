using Pantomet.Core.Destinations;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Core.Packages;

/// <summary>A picture in a slot, as a package holds it.</summary>
/// <param name="Destination">Its destination.</param>
/// <param name="Folder">Where the slot's files lie.</param>
/// <param name="Picture">With the addresses that its files have on a page.</param>
/// <param name="Packed">With the paths that its files have in the package, those alone that are in it.</param>
public sealed record PlacedPicture(Destination Destination, SlotFolder Folder, PagePicture Picture, PagePicture Packed);
