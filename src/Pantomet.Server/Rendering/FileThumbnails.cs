using Pantomet.Core.Measures;
using Pantomet.Imaging.Rendering;
using Pantomet.Rendering;

namespace Pantomet.Server.Rendering;

/// <summary>Thumbnails of rendered files on disk: made when somebody looks, and kept although the file itself may be let go of.</summary>
internal sealed class FileThumbnails(RenderedFileStore files, DataFolder folder, ContentStore store, RenderSeats seats)
{
    // What a decoder of a whole picture holds, at most.
    private const int BytesPerPixel = 4;
    private readonly SingleFlight<string, string?> making = new();

    /// <summary>Where the thumbnail of a file lies.</summary>
    /// <param name="folder">The data folder.</param>
    /// <param name="sha256">Of the rendered file.</param>
    public static string PathOf(DataFolder folder, string sha256) => ContentStore.PathOf(folder.Previews, sha256) + "-thumbnail";

    /// <summary>The thumbnail of a file, a WebP file; made again if need be.</summary>
    /// <param name="file">Its row.</param>
    /// <param name="size">Of its picture.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Its path; null where the file is gone and cannot be made again, or was damaged on the disk.</returns>
    public async Task<string?> ForAsync(RenderedFileRow file, PixelSize size, CancellationToken cancel)
    {
        var path = PathOf(folder, file.Sha256);
        return File.Exists(path) ? path : (await making.DoAsync(file.Sha256, stop => MakeAsync(file, size, path, stop), cancel)).Result;
    }

    private async Task<string?> MakeAsync(RenderedFileRow file, PixelSize size, string path, CancellationToken cancel)
    {
        if (await files.OpenAsync(file, RenderPriority.Live, cancel) is not { } onDisk)
            return null;
        using var seat = await seats.EnterAsync(RenderPriority.Live, size.Count * BytesPerPixel, cancel);
        if (ThumbnailMaker.TryMake(onDisk.Path) is not { } thumbnail)
            return null;
        using var aside = await store.StageAsync(thumbnail, cancel);
        ContentStore.KeepAt(aside, path);
        return path;
    }
}
