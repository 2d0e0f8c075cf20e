using Pantomet.Core.Destinations;

namespace Pantomet.Core.Packages;

/// <summary>Where the files of each slot lie: in a folder of its own in that of its destination.</summary>
/// <remarks>
/// It depends on what destinations there are and on nothing that was chosen, so a file has the same path in every package, on every target
/// and in the markup.
/// </remarks>
public sealed class PackageFolders
{
    private readonly Dictionary<string, SlotFolder> folders = [];

    /// <param name="destinations">All that there are, in their order.</param>
    public PackageFolders(IEnumerable<Destination> destinations)
    {
        var taken = new PackageLayout();
        foreach (var destination in destinations)
        {
            var folder = taken.FolderFor("", destination.Name);
            foreach (var slot in destination.Slots)
                folders[slot.Id] = new SlotFolder(folder, taken.FolderFor(folder, slot.Name)[(folder.Length + 1)..]);
        }
    }

    /// <summary>The folder of a slot.</summary>
    /// <param name="slotId">Of a slot of the destinations.</param>
    public SlotFolder Of(string slotId) => folders[slotId];
}

/// <summary>Where the files of a slot lie.</summary>
/// <param name="Destination">The destination's folder.</param>
/// <param name="Slot">The slot's folder in it.</param>
public sealed record SlotFolder(string Destination, string Slot)
{
    /// <summary>From the root of a package, without a slash at its end.</summary>
    public string Path => $"{Destination}/{Slot}";
}
