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
/// <param name="Slots">At least one, in the order in which they are shown.</param>
public sealed record Destination(string Id, string Name, DestinationKind Kind, string Note, IReadOnlyList<Slot> Slots);
