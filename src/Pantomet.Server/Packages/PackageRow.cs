using Pantomet.Server.Destinations;
using Pantomet.Server.Jobs;
using Pantomet.Server.Packages.AdHoc;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Packages;

/// <summary>What a package was asked for.</summary>
internal enum PackageScope
{
    Everything,
    Run,
    Selection,

    /// <summary>Files for a site that was checked.</summary>
    Site,
}

/// <summary>What goes into a package. Absent lists mean everything.</summary>
/// <param name="Sources">Ids of sources.</param>
/// <param name="Slots">Ids of slots.</param>
/// <param name="Runs">Ids of runs.</param>
/// <param name="Pairings">Single source–slot pairings.</param>
/// <param name="Destination">Id of the one destination that it is for.</param>
/// <param name="OnlyChanged">Whether files are left out that earlier packages have handed over as they are.</param>
/// <param name="AdHoc">What is wanted of the sources where it is not what slots of destinations want; made when the package is.</param>
/// <param name="Site">Pictures of a site that was checked, in place of all this.</param>
internal sealed record PackageSelection(
    IReadOnlyList<string>? Sources = null,
    IReadOnlyList<string>? Slots = null,
    IReadOnlyList<string>? Runs = null,
    IReadOnlyList<PairingKey>? Pairings = null,
    string? Destination = null,
    bool OnlyChanged = false,
    AdHocFiles? AdHoc = null,
    SitePackage? Site = null)
{
    /// <summary>Whether it asks for everything that its destinations want.</summary>
    public bool IsWhole => Scope == PackageScope.Everything;

    /// <summary>What it was asked for.</summary>
    public PackageScope Scope => Site is not null ? PackageScope.Site :
        (Sources, Slots, Pairings) is not (null, null, null) ? PackageScope.Selection : Runs is null
            ? PackageScope.Everything
            : PackageScope.Run;

    /// <summary>The slots that are asked for; null for all.</summary>
    /// <param name="slots">All that there are.</param>
    public IReadOnlyList<string>? SlotsIn(IReadOnlyDictionary<string, PlacedSlot> slots) => Destination is null
        ? Slots
        : [.. slots.Values.Where(placed => placed.Destination.Id == Destination && Slots?.Contains(placed.Slot.Id) != false)
            .Select(placed => placed.Slot.Id)];
}

/// <summary>A package in the database.</summary>
internal sealed class PackageRow() : JobRow(JobKind.Package)
{
    public required PackageSelection Selection { get; init; }
}
