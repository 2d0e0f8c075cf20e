using Pantomet.Core.Sizing;

namespace Pantomet.Core.Destinations;

/// <summary>What sort of place a destination is. It changes nothing that is computed; people find it by that.</summary>
public enum DestinationKind
{
    /// <summary>A site or shop of one's own.</summary>
    Site,

    /// <summary>A marketplace that lists products of many sellers.</summary>
    Marketplace,

    /// <summary>A social network.</summary>
    Social,

    /// <summary>A newsletter.</summary>
    Newsletter,

    /// <summary>An archive or a printer.</summary>
    Print,
}

/// <summary>Somewhere pictures go.</summary>
/// <param name="Id">Lower-case words joined by hyphens; stable through edits.</param>
/// <param name="Name">As people call it.</param>
/// <param name="Kind">What sort of place it is.</param>
/// <param name="Note">Anything worth knowing about it; may be empty.</param>
/// <param name="Slots">In the order in which they are shown.</param>
/// <param name="NumbersFrom">Where its numbers come from; may be empty.</param>
/// <param name="CheckedOn">When they were last checked; null when nobody said.</param>
/// <param name="Devices">The screens that its visitors come with; shares add up to 1.</param>
public sealed record Destination(
    string Id, string Name, DestinationKind Kind, string Note, IReadOnlyList<Slot> Slots, string NumbersFrom, DateOnly? CheckedOn,
    IReadOnlyList<Device> Devices)
{
    /// <summary>
    /// Where a page finds its files: a URL, or a path from the root of a site. Empty where nobody said: then
    /// addresses are relative to where a package was unpacked.
    /// </summary>
    public string BaseAddress { get; init; } = "";

    private const int MonthsThatNumbersHold = 6;

    /// <summary>Whether the numbers were checked so long ago that they may have changed.</summary>
    /// <param name="checkedOn">When they were last checked; null when nobody said.</param>
    /// <param name="today">The day it is.</param>
    public static bool IsOutdated(DateOnly? checkedOn, DateOnly today) =>
        checkedOn is { } day && day.AddMonths(MonthsThatNumbersHold) < today;
}
