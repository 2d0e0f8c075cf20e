using BitFaster.Caching.Lru;
using Pantomet.Core.Measures;
using Pantomet.Core.Proof.Markup;
using Pantomet.Imaging.Rendering;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Proof;

/// <summary>What stands for rendered files until they have arrived; made once of their thumbnails, and remembered.</summary>
internal sealed class Placeholders(FileThumbnails thumbnails)
{
    // About a kilobyte each.
    private const int Remembered = 10_000;
    private readonly ConcurrentLru<string, Placeholder?> made = new(Remembered);

    /// <summary>That of a file.</summary>
    /// <param name="file">Its row.</param>
    /// <param name="size">Of its picture.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Null for a picture with transparent parts, and where the file is gone and cannot be made again.</returns>
    public async Task<Placeholder?> OfAsync(RenderedFileRow file, PixelSize size, CancellationToken cancel)
    {
        if (made.TryGet(file.Sha256, out var known))
            return known;
        if (await thumbnails.ForAsync(file, size, cancel) is not { } path)
            return null;
        var placeholder = PlaceholderMaker.TryMake(path);
        made.AddOrUpdate(file.Sha256, placeholder);
        return placeholder;
    }
}
