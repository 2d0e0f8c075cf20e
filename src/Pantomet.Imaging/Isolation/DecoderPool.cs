using System.Collections.Concurrent;
using Pantomet.Core.Findings;
using Pantomet.Core.Kernels.Edges;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Lettering;
using Pantomet.Imaging.Sources;

using Image = NetVips.Image;

namespace Pantomet.Imaging.Isolation;

/// <summary>A file that was looked at.</summary>
/// <param name="Probed">What it is.</param>
/// <param name="WorkingPicture">Where its working picture lies; null where it needs none.</param>
/// <param name="PeakBytes">Memory that the look took.</param>
/// <param name="Time">Of a processor that the look took.</param>
/// <param name="FacesProblem">Why no faces were looked for; null where they were.</param>
public sealed record LookedAt(
    ProbedSource Probed, string? WorkingPicture, long PeakBytes, TimeSpan Time, string? FacesProblem);

/// <summary>
/// Looks at files in processes of their own, within bounds: whatever a file does to its decoder, it does not do to the server.
/// </summary>
/// <param name="command">How a process is started.</param>
/// <param name="folder">Where the processes have their folders.</param>
/// <param name="bounds">What they may take.</param>
public sealed class DecoderPool(DecoderCommand command, string folder, DecoderBounds bounds) : IDisposable
{
    // What a decoder does not give back is given back at the latest then.
    private const int MaxJobs = 500;
    private const int MaxStarts = 3;

    private readonly ConcurrentBag<DecoderProcess> idle = [];
    private readonly ByteBudget memory = new(bounds.TotalBytes);
    private readonly SemaphoreSlim seats = new(bounds.AtOnce);
    private volatile bool isEnded;

    /// <summary>Finds out what a file is.</summary>
    /// <param name="path">Any file.</param>
    /// <param name="known">What it was found to be when it came in; null for a file from a stranger.</param>
    /// <param name="into">A folder for the working picture, if it needs one.</param>
    /// <param name="maxPixels">A picture that claims more is refused.</param>
    /// <param name="cancel">Ends the look.</param>
    /// <exception cref="UnreadableException">It is no picture, is damaged, or takes more than it may.</exception>
    public Task<LookedAt> LookAsync(string path, PictureFormat? known, string into, long maxPixels, CancellationToken cancel) =>
        DoAsync(
            new DecoderJob(DecoderTask.Look, path, "", maxPixels, known),
            async (result, cost, at) =>
            {
                var previews = new Dictionary<int, Preview>();
                foreach (var (width, format) in result.Previews!)
                    previews[width] = new Preview(
                        await File.ReadAllBytesAsync(Path.Combine(at, ResultFiles.Preview(width)), cancel), format);
                var working = result.HasWorkingPicture ? Moved(at, ResultFiles.WorkingPicture, into) : null;
                return new LookedAt(
                    new ProbedSource(result.Facts!, previews, result.Proposal!, result.Likeness!, working is not null), working,
                    cost.PeakBytes, cost.Time, result.FacesProblem);
            },
            cancel);

    /// <summary>Makes a preview with every pixel of a picture.</summary>
    /// <param name="path">The original, or its working picture.</param>
    /// <param name="known">Of the original.</param>
    /// <param name="cancel">Ends it.</param>
    /// <exception cref="UnreadableException">It is damaged, or takes more than it may.</exception>
    public Task<Preview> WholeAsync(string path, PictureFormat known, CancellationToken cancel) =>
        DoAsync(
            new DecoderJob(DecoderTask.Whole, path, "", long.MaxValue, known),
            async (result, _, at) =>
                new Preview(await File.ReadAllBytesAsync(Path.Combine(at, ResultFiles.Whole), cancel), result.Previews![0]),
            cancel);

    /// <summary>Makes the working picture of a file again.</summary>
    /// <param name="path">The original.</param>
    /// <param name="into">A folder for it.</param>
    /// <param name="maxPixels">A picture that claims more is refused.</param>
    /// <param name="cancel">Ends it.</param>
    /// <returns>Where it lies.</returns>
    /// <exception cref="UnreadableException">It is damaged, or takes more than it may.</exception>
    public Task<string> WorkingPictureAsync(string path, string into, long maxPixels, CancellationToken cancel) =>
        DoAsync(new DecoderJob(DecoderTask.WorkingPicture, path, "", maxPixels),
            (_, _, at) => Task.FromResult(Moved(at, ResultFiles.WorkingPicture, into)), cancel);

    /// <summary>Draws a vector picture.</summary>
    /// <param name="path">An SVG that was looked at.</param>
    /// <param name="scale">Pixels per pixel of the stated size.</param>
    /// <returns>In memory.</returns>
    /// <exception cref="UnreadableException">It takes more than it may.</exception>
    public Image Draw(string path, double scale) =>
        DoAsync(
            new DecoderJob(DecoderTask.Draw, path, "", long.MaxValue, PictureFormat.Svg, scale),
            (_, _, at) =>
            {
                using var drawn = Image.Tiffload(Path.Combine(at, ResultFiles.Drawing), access: NetVips.Enums.Access.Sequential);
                return Task.FromResult(drawn.CopyMemory());
            },
            CancellationToken.None).GetAwaiter().GetResult();

    /// <summary>Reads how bright the pixels of a screenshot are.</summary>
    /// <param name="path">Any file.</param>
    /// <param name="maxPixels">A picture that claims more is refused.</param>
    /// <param name="cancel">Ends it.</param>
    /// <exception cref="UnreadableException">It is no picture, is damaged, or takes more than it may.</exception>
    public Task<LuminancePlane> BrightnessAsync(string path, long maxPixels, CancellationToken cancel) =>
        DoAsync(
            new DecoderJob(DecoderTask.Brightness, path, "", maxPixels),
            async (result, _, at) =>
                new LuminancePlane(
                    result.Width, result.Height, await File.ReadAllBytesAsync(Path.Combine(at, ResultFiles.Brightness), cancel)),
            cancel);

    /// <summary>Finds out what a font is.</summary>
    /// <param name="path">Any file.</param>
    /// <param name="family">By which its letters are asked for.</param>
    /// <param name="into">A folder for the copy that they are drawn with.</param>
    /// <param name="cancel">Ends it.</param>
    /// <returns>What it is, and where the copy lies.</returns>
    /// <exception cref="UnreadableException">It is no font, is damaged, or takes more than it may.</exception>
    public Task<(FontFacts Facts, string Copy)> FontAsync(string path, string family, string into, CancellationToken cancel) =>
        DoAsync(
            new DecoderJob(DecoderTask.Font, path, "", 0, Family: family),
            (result, _, at) => Task.FromResult((result.Font!, Moved(at, ResultFiles.Font, into))), cancel);

    /// <summary>Reads a file by a way that the program has named.</summary>
    /// <param name="way">One of its <see cref="DecoderWays"/>.</param>
    /// <param name="path">The file.</param>
    /// <param name="cancel">Ends it.</param>
    /// <returns>What that found out.</returns>
    /// <exception cref="UnreadableException">It is damaged, or takes more than it may.</exception>
    public Task<byte[]> OtherAsync(string way, string path, CancellationToken cancel) =>
        DoAsync(
            new DecoderJob(DecoderTask.Other, path, "", 0, Way: way),
            (_, _, at) => File.ReadAllBytesAsync(Path.Combine(at, ResultFiles.Other), cancel), cancel);

    /// <inheritdoc/>
    public void Dispose()
    {
        isEnded = true;
        while (idle.TryTake(out var process))
            process.Dispose();
        seats.Dispose();
    }

    private static string Moved(string from, string name, string into)
    {
        var place = Path.Combine(into, Guid.NewGuid().ToString("N"));
        File.Move(Path.Combine(from, name), place);
        return place;
    }

    private async Task<T> DoAsync<T>(DecoderJob job, Func<DecoderResult, DecoderCost, string, Task<T>> take, CancellationToken cancel)
    {
        var fileBytes = new FileInfo(job.Path).Length;
        await seats.WaitAsync(cancel);
        try
        {
            var first = bounds.FirstBytes(fileBytes);
            try
            {
                return await DoAsync(job, fileBytes, first, isAnew: false, take, cancel);
            }
            // It may be that it only needs more than most, or that the process had come to harm by the file before it.
            catch (UnreadableException refusal) when (refusal.Id is Refusals.Damaged or Refusals.Fault or Refusals.Memory &&
                first < bounds.TotalBytes)
            {
                return await DoAsync(job, fileBytes, bounds.TotalBytes, isAnew: refusal.Id == Refusals.Fault, take, cancel);
            }
        }
        finally
        {
            seats.Release();
        }
    }

    private async Task<T> DoAsync<T>(
        DecoderJob job, long fileBytes, long bytes, bool isAnew, Func<DecoderResult, DecoderCost, string, Task<T>> take,
        CancellationToken cancel)
    {
        using var share = await memory.TakeAsync(bytes, cancel);
        var process = await ProcessAsync(isAnew, cancel);
        var isUsable = false;
        var at = Directory.CreateDirectory(Path.Combine(process.Folder, Guid.NewGuid().ToString("N"))).FullName;
        try
        {
            var (result, cost) = await process.DoAsync(job with { Folder = at }, bytes, bounds.MaxTime(fileBytes), cancel);
            // What loaded a font from a stranger would draw vector pictures with it.
            isUsable = process.Jobs < MaxJobs && job.Task != DecoderTask.Font;
            if (result.Refusal is { } refusal)
                throw Refusals.Of(refusal, bytes);
            return await take(result, cost, at);
        }
        catch (DecoderEndedException ended)
        {
            throw ended.End == DecoderEnd.Time ? Refusals.TooLong(bounds.MaxTime(fileBytes), ended) : Refusals.BrokeDown(bytes, ended);
        }
        finally
        {
            Directory.Delete(at, recursive: true);
            if (isUsable && !isEnded)
                idle.Add(process);
            else
                process.Dispose();
        }
    }

    private async Task<DecoderProcess> ProcessAsync(bool isAnew, CancellationToken cancel)
    {
        while (idle.TryTake(out var process))
        {
            if (process.IsAlive && !isAnew)
                return process;
            process.Dispose();
            // One for one: there are never more than there are seats.
            if (isAnew)
                break;
        }

        for (var attempt = 1; ; attempt++)
        {
            try
            {
                return await DecoderProcess.StartAsync(command, Path.Combine(folder, $"decoder-{Guid.NewGuid():N}"), cancel);
            }
            catch (IOException) when (attempt < MaxStarts)
            {
                // A machine that is busy with something else.
            }
        }
    }
}
