using Pantomet.Core.Sources;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Jobs;
using Pantomet.Sites.Ways;

namespace Pantomet.Server.SiteCheck;

/// <summary>Takes in what is to be checked, file by file, and then asks for the check.</summary>
internal sealed class SiteCheckStart(
    IDbContextFactory<PantometDb> databases, DataFolder folder, ContentStore store, ServerSettings settings, WakeSignal signal,
    TimeProvider clock) : IDisposable
{
    /// <summary>The most files of one check.</summary>
    public const int MostFiles = 60_000;

    private readonly List<GivenFile> given = [];
    private readonly string id = Guid.NewGuid().ToString("N");
    private bool isAsked;

    /// <summary>Files so far.</summary>
    public int Count => given.Count;

    /// <summary>Deletes what was being sent when the server ended: nobody asked for its check.</summary>
    /// <param name="database">Knows the checks.</param>
    /// <param name="folder">The data folder.</param>
    /// <param name="cancel">The server ends.</param>
    public static async Task ClearLeftAsync(PantometDb database, DataFolder folder, CancellationToken cancel)
    {
        var asked = await database.SiteChecks.Select(row => row.Id).ToHashSetAsync(cancel);
        foreach (var left in Directory.GetDirectories(folder.SiteChecks).Where(path => !asked.Contains(Path.GetFileName(path))))
            Directory.Delete(left, recursive: true);
    }

    /// <summary>Takes a file in.</summary>
    /// <param name="sentName">Not trusted; of a file of a site its path.</param>
    /// <param name="content">Read to its end.</param>
    /// <param name="cancel">The sender is gone.</param>
    /// <exception cref="FileTooLongException">It is longer than what is taken.</exception>
    public async Task AddAsync(string? sentName, Stream content, CancellationToken cancel)
    {
        var name = sentName is not null && SitePath.Problem(sentName) is null ? sentName : ArrivingFileName.Clean(sentName);
        using var staged = await store.StageAsync(content, settings.MaxFileBytes, cancel);
        var file = given.Count.ToString(System.Globalization.CultureInfo.InvariantCulture);
        ContentStore.KeepAt(staged, SiteWays.PathOf(folder, id, file));
        given.Add(new GivenFile(name, file));
    }

    /// <summary>Asks for the check of what was taken in.</summary>
    /// <param name="name">What it is called until it is read; null for the name of what was sent.</param>
    public Task<SiteCheckRow> AskAsync(string? name = null) => AskAsync(name ?? NameOf(given), []);

    /// <summary>Asks for the check of pages that are to be fetched.</summary>
    /// <param name="addresses">Of pages, or of lists of pages.</param>
    public Task<SiteCheckRow> AskAsync(IReadOnlyList<Uri> addresses) => AskAsync(addresses[0].Authority, addresses);

    private async Task<SiteCheckRow> AskAsync(string name, IReadOnlyList<Uri> addresses)
    {
        var check = new SiteCheckRow
        {
            Id = id,
            Name = name,
            Given = given,
            Addresses = addresses,
            State = JobState.Queued,
            AskedAt = clock.GetUtcNow().UtcDateTime,
        };
        await databases.WriteAsync(database => Task.FromResult(database.SiteChecks.Add(check)));
        isAsked = true;
        signal.Wake();
        return check;
    }

    /// <summary>Whatever kept it from being asked for: nothing of it is left.</summary>
    public void Dispose()
    {
        if (!isAsked && Directory.Exists(Path.Combine(folder.SiteChecks, id)))
            Directory.Delete(Path.Combine(folder.SiteChecks, id), recursive: true);
    }

    private static string NameOf(List<GivenFile> given)
    {
        var top = given.Select(file => file.Name.Split('/')[0]).Distinct().ToList();
        return top.Count == 1 ? top[0] : $"{given[0].Name.Split('/')[^1]} and {given.Count - 1:#,0} more";
    }
}
