using Pantomet.Core.Findings;
using Pantomet.Rendering;
using Pantomet.Server.Sources;

namespace Pantomet.Server.SiteCheck;

/// <summary>What files are made from: sources, and pictures of sites.</summary>
internal sealed class RenderedInputs(SourcePixels sources, SiteFiles sites) : ISourceFiles
{
    public async Task<SourceToOpen> FindAsync(string sha256, CancellationToken cancel) =>
        await sources.FindAsync(sha256, cancel) ?? await sites.FindAsync(sha256, cancel) ??
        throw new UnreadableException("source-gone", "The picture that this file is made from was deleted.");
}
