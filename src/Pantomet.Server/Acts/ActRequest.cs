using Pantomet.Core.Sources;
using Pantomet.Server.Board;
using Pantomet.Server.Framing;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;
using Pantomet.Server.Sources.Composing;

namespace Pantomet.Server.Acts;

/// <summary>What is done to many sources at once.</summary>
internal enum ActKind
{
    /// <summary>Puts them into a group: <c>group</c>; empty takes them out of theirs.</summary>
    Group,

    /// <summary>Gives them stems or alternative texts: <c>names</c>.</summary>
    Name,

    /// <summary>Changes how each is framed: <c>frame</c>.</summary>
    Frame,

    /// <summary>Frames them as another source is framed: <c>copy</c>.</summary>
    CopyFraming,

    /// <summary>Moves them to the bin.</summary>
    Delete,

    /// <summary>Takes them out of the bin.</summary>
    Restore,

    /// <summary>Makes pairs of them, each a new picture: <c>pair</c>. Of an odd number one is left over.</summary>
    Pair,

    /// <summary>Makes composed sources again, as their pictures are now.</summary>
    MakeAgain,

    /// <summary>Takes another act back. Asked for at the act that is undone.</summary>
    Undo,
}

/// <summary>Which sources: named one by one, all that a filter leaves, or those of some pairings. One of the three.</summary>
/// <param name="Ids">Ids of sources.</param>
/// <param name="Filter">As on the board; without a member it leaves every source.</param>
/// <param name="Pairings">Places of sources, for acts on framings.</param>
/// <param name="Slots">For acts on framings: every one of these places of each source, beside ids or a filter.</param>
internal sealed record ActTargets(
    IReadOnlyList<string>? Ids = null, BoardFilter? Filter = null, IReadOnlyList<PairingKey>? Pairings = null,
    IReadOnlyList<string>? Slots = null);

/// <summary>An act on many sources.</summary>
/// <param name="On">Which sources.</param>
/// <param name="Act">What is done. It says which of the other members it needs.</param>
/// <param name="Group">Name of a group.</param>
/// <param name="Names">How they are named.</param>
/// <param name="Frame">What is done to each framing. At a place of pairings, <c>slot</c> is filled in, as for <c>slots</c>.</param>
/// <param name="Copy">What they are framed like.</param>
/// <param name="Pair">How they are put into pairs.</param>
internal sealed record ActRequest(
    ActTargets On, ActKind Act, string? Group = null, NamePattern? Names = null, FramingRequest? Frame = null, FramingCopy? Copy = null,
    PairsOfMany? Pair = null);

/// <summary>How many pictures are put into pairs.</summary>
/// <param name="By">By the order in which they are named, or by how alike their light is.</param>
/// <param name="Layout">How the two of each lie.</param>
internal sealed record PairsOfMany(PairedBy By, ComposedLayout Layout);

/// <summary>A framing to go by.</summary>
/// <param name="From">Id of the source that has it.</param>
/// <param name="As">How it is taken over.</param>
internal sealed record FramingCopy(string From, CopyAs As);
