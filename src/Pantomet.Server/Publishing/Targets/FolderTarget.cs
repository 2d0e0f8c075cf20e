using Pantomet.Core.Publishing;
using Pantomet.Rendering;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>A folder of this machine.</summary>
/// <remarks>A file is written beside its place and then renamed, which replaces it at one moment (POSIX.1, rename).</remarks>
/// <param name="root">Absolute.</param>
internal sealed class FolderTarget(string root) : ITargetFiles
{
    private const int FewFiles = 4;

    // Where links on the way are resolved.
    private readonly string real = RealPath(root);

    public int AtOnce => FewFiles;

    public bool Takes(FileRole role) => true;

    public Task<IReadOnlyDictionary<string, long>> LengthsAsync(IReadOnlyCollection<string> paths, CancellationToken cancel) => Doing(() =>
    {
        CheckRoot();
        return Task.FromResult<IReadOnlyDictionary<string, long>>(
            paths.Select(path => (Path: path, Info: new FileInfo(PlaceOf(path)))).Where(one => one.Info.Exists)
                .ToDictionary(one => one.Path, one => one.Info.Length));
    });

    public Task<bool> ReadAsync(string path, Stream into, CancellationToken cancel) => Doing(async () =>
    {
        if (!File.Exists(PlaceOf(path)))
            return false;
        await using var file = File.OpenRead(PlaceOf(path));
        await file.CopyToAsync(into, cancel);
        return true;
    });

    public Task<bool> PutAsync(TargetFile file, bool replaces, CancellationToken cancel) => Doing(async () =>
    {
        CheckRoot();
        var (place, aside) = (PlaceOf(file.Path), PlaceOf(PartialName.Of(file.Path)));
        Directory.CreateDirectory(Path.GetDirectoryName(place)!);
        try
        {
            await using (var from = File.OpenRead(file.ContentPath))
            await using (var into = new FileStream(aside, FileMode.Create, FileAccess.Write, FileShare.None))
            {
                await from.CopyToAsync(into, cancel);
                into.Flush(flushToDisk: true);
            }

            if (ContentStore.HashOf(aside) != file.Sha256)
                throw new TargetFaultException($"{file.Path} did not arrive as it was sent.", TargetFault.Passing);
            if (!replaces && File.Exists(place))
                return false;
            File.Move(aside, place, replaces);
            return true;
        }
        finally
        {
            File.Delete(aside);
        }
    });

    public Task RemoveAsync(string path, CancellationToken cancel) => Doing(() =>
    {
        var place = PlaceOf(path);
        if (Directory.Exists(Path.GetDirectoryName(place)))
            File.Delete(place);
        for (var folder = Path.GetDirectoryName(place)!; folder.Length > real.Length; folder = Path.GetDirectoryName(folder)!)
        {
            if (Directory.Exists(folder) && !Directory.EnumerateFileSystemEntries(folder).Any())
                Directory.Delete(folder);
        }

        return Task.FromResult(true);
    });

    public Task ClearAsync(string path, CancellationToken cancel) => Doing(() =>
    {
        if (PlaceOf(PartialName.Of(path)) is var aside && File.Exists(aside))
            File.Delete(aside);
        return Task.FromResult(true);
    });

    public ValueTask DisposeAsync() => ValueTask.CompletedTask;

    private void CheckRoot()
    {
        if (!Directory.Exists(root))
            throw new TargetFaultException(
                $"There is no folder {root}. Make it, or say in the target where it is now.", TargetFault.Lasting);
    }

    // A link inside the folder must not lead out of it.
    private string PlaceOf(string path)
    {
        var place = Path.GetFullPath(Path.Combine(real, path));
        var parent = RealPath(Path.GetDirectoryName(place)!);
        if (parent != real && !parent.StartsWith(real.TrimEnd('/') + "/", StringComparison.Ordinal))
            throw new TargetFaultException($"{path} leads out of {root} by a link. It is left alone.", TargetFault.FileRefused);
        return place;
    }

    // Of the part that is there already.
    private static string RealPath(string folder)
    {
        var parent = Path.GetDirectoryName(folder);
        if (parent is null)
            return folder;
        var here = Path.Combine(RealPath(parent), Path.GetFileName(folder));
        return new DirectoryInfo(here) is { LinkTarget: not null } link && link.ResolveLinkTarget(returnFinalTarget: true) is { } end
            ? end.FullName
            : here;
    }

    private async Task<T> Doing<T>(Func<Task<T>> work)
    {
        try
        {
            return await work();
        }
        catch (UnauthorizedAccessException problem)
        {
            throw new TargetFaultException(
                $"{root} does not let Pantomet write. Give its user the right to, then publish again.", TargetFault.Lasting, problem);
        }
        catch (IOException problem) when (StorageFull.Is(problem))
        {
            throw new TargetFaultException(
                $"The disk that holds {root} is full. Make room, then publish again.", TargetFault.Lasting, problem);
        }
        catch (IOException problem)
        {
            throw new TargetFaultException($"{root} could not be written to: {problem.Message}", TargetFault.Passing, problem);
        }
    }
}
