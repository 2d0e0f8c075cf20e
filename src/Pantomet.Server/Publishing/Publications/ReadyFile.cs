using Pantomet.Core.Publishing;
using Pantomet.Server.Publishing.Targets;

namespace Pantomet.Server.Publishing.Publications;

/// <summary>A file that is ready to be published.</summary>
/// <param name="File">Where it should lie, and what is in it.</param>
/// <param name="MediaType">Of its content.</param>
/// <param name="IsLasting">Whether another picture has another path.</param>
/// <param name="Picture">What it shows; null for a list.</param>
/// <param name="Newest">The newest result of the picture in its slot; 0 for a list.</param>
internal sealed record ReadyFile(WantedFile File, string MediaType, bool IsLasting, PublishedPicture? Picture, long Newest);

/// <summary>What a destination has to publish.</summary>
/// <param name="Files">No path twice.</param>
/// <param name="Unsettled">Pictures of which not every file is made as it is wanted today: what was published of them stays.</param>
internal sealed record ReadyFiles(IReadOnlyList<ReadyFile> Files, IReadOnlySet<(string Stem, string Slot)> Unsettled);
