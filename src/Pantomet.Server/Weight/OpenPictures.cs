using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Isolation;
using Pantomet.Imaging.Rendering;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Weight;

/// <summary>The pictures that somebody is weighing: decoded, cut and ready to be encoded at any quality.</summary>
/// <remarks>Opening and encoding take seconds and much memory: as many go on at once as there are cores, the others wait in line without a
/// thread, and leave it when their asker is gone.</remarks>
internal sealed class OpenPictures(SourcePixels pixels) : IDisposable
{
    // A picture before and in each of a few formats; more would only cost memory.
    private const int MostOpen = 5;

    // Of decoded sources, one of usual size or two.
    private const long MaxOpenBytes = 500_000_000;

    private readonly SemaphoreSlim seats = new(Environment.ProcessorCount);
    private readonly ByteBudget memory = new(MaxOpenBytes);
    private readonly Lock gate = new();
    private readonly LinkedList<(string Key, OpenPicture Picture)> open = new();
    private readonly SemaphoreSlim decoding = new(1);
    private OpenDecoded? decoded;

    /// <summary>Does something with the pixels of a file in a format.</summary>
    /// <param name="pairing">Source and slot.</param>
    /// <param name="variant">Crop and size.</param>
    /// <param name="format">Decides whether transparency can stay.</param>
    /// <param name="use">Looks or encodes; what it gives must not be the pixels themselves.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<T> UseAsync<T>(
        Pairing pairing, PlannedVariant variant, PictureFormat format, Func<OpenPicture, T> use, CancellationToken cancel)
    {
        var recipe = pairing.RecipeFor(variant.Only(format));
        var key = recipe.Hash();
        await seats.WaitAsync(cancel);
        try
        {
            var picture = Taken(key) ?? await OpenAsync(key, pairing.Source, recipe, cancel);
            try
            {
                return await Task.Run(() => use(picture), cancel);
            }
            finally
            {
                picture.LetGo();
            }
        }
        finally
        {
            seats.Release();
        }
    }

    public void Dispose()
    {
        foreach (var (_, picture) in open)
            picture.LetGo();
        decoded?.Dispose();
        seats.Dispose();
        decoding.Dispose();
    }

    private OpenPicture? Taken(string key)
    {
        lock (gate)
        {
            var known = open.FirstOrDefault(one => one.Key == key);
            if (known.Picture is null)
                return null;
            open.Remove(known);
            open.AddFirst(known);
            known.Picture.Take();
            return known.Picture;
        }
    }

    // One at a time: who wants the same picture finds it open. A fault is this asker's; the next tries anew.
    private async Task<OpenPicture> OpenAsync(string key, SourceRow row, RenderRecipe recipe, CancellationToken cancel)
    {
        await decoding.WaitAsync(cancel);
        try
        {
            if (Taken(key) is { } already)
                return already;
            var source = await DecodedAsync(row, cancel);
            var picture = new OpenPicture(await Task.Run(() => WeighablePicture.Make(source, recipe, recipe.Request.Format), cancel));
            picture.Take();
            lock (gate)
            {
                open.AddFirst((key, picture));
                if (open.Count > MostOpen)
                {
                    open.Last!.Value.Picture.LetGo();
                    open.RemoveLast();
                }
            }

            return picture;
        }
        finally
        {
            decoding.Release();
        }
    }

    private async Task<DecodedSource> DecodedAsync(SourceRow source, CancellationToken cancel)
    {
        if (decoded?.Id == source.Id && decoded.Checksum == source.Checksum)
            return decoded.Source.As(source.Facts);
        decoded?.Dispose();
        decoded = null;
        var share = await memory.TakeAsync(SourceMemory.Of(source), cancel);
        try
        {
            decoded = new OpenDecoded(source.Id, source.Checksum, await Task.Run(() => pixels.Open(source), cancel), share);
            return decoded.Source;
        }
        catch
        {
            share.Dispose();
            throw;
        }
    }

    private sealed record OpenDecoded(string Id, string? Checksum, DecodedSource Source, IDisposable Share) : IDisposable
    {
        public void Dispose()
        {
            Source.Dispose();
            Share.Dispose();
        }
    }
}
