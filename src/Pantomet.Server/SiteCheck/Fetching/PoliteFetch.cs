using System.Net;
using Pantomet.Rendering;
using Pantomet.Sites.Ways;

namespace Pantomet.Server.SiteCheck.Fetching;

/// <summary>What came of a request.</summary>
/// <param name="Address">Where it came from in the end.</param>
/// <param name="Status">Of HTTP; 0 where nothing came.</param>
/// <param name="MediaType">Without its parameters, lower case; empty where it is not said.</param>
/// <param name="CacheControl">The header; null where there was none.</param>
/// <param name="Kept">What came; null where nothing did.</param>
/// <param name="Problem">Why nothing came; null where something did, and where the site said so itself.</param>
/// <param name="IsAsked">Whether the site was asked for it.</param>
internal sealed record Fetched(
    Uri Address, int Status, string MediaType, string? CacheControl, StagedFile? Kept, string? Problem = null, bool IsAsked = true);

/// <summary>Asks a site for files, one after the other: what it asks of programs is kept to, and nothing is asked of hosts that nobody
/// named.</summary>
internal sealed class PoliteFetch : IDisposable
{
    private const string Program = "Pantomet";
    private readonly FetchBounds bounds;
    private readonly NamedHosts hosts;
    private readonly SiteFiles files;
    private readonly HttpClient client;
    private readonly Dictionary<string, RobotRules> rules = [];
    private long bytes;
    private int requests;

    /// <param name="addresses">That a person has named.</param>
    /// <param name="bounds">How much is asked.</param>
    /// <param name="lookup">Finds hosts.</param>
    /// <param name="files">Keeps what comes.</param>
    public PoliteFetch(IReadOnlyList<Uri> addresses, FetchBounds bounds, HostLookup lookup, SiteFiles files)
    {
        (this.bounds, this.files) = (bounds, files);
        hosts = new NamedHosts(addresses, lookup);
        // Without cookies, credentials, proxies and referrers: what everybody sees is what is looked at.
        client = new HttpClient(new SocketsHttpHandler
        {
            AllowAutoRedirect = false,
            AutomaticDecompression = DecompressionMethods.All,
            UseCookies = false,
            UseProxy = false,
            ConnectTimeout = bounds.Time,
            MaxResponseHeadersLength = 64,
            ConnectCallback = async (context, cancel) => await hosts.ConnectAsync(context.DnsEndPoint, cancel),
        })
        {
            Timeout = Timeout.InfiniteTimeSpan,
        };
        client.DefaultRequestHeaders.UserAgent.ParseAdd(Program);
        client.DefaultRequestHeaders.Accept.ParseAdd("*/*");
    }

    /// <summary>Whether something may be asked of the host of an address.</summary>
    /// <param name="address">Any.</param>
    public bool MayAsk(Uri address) => hosts.Contain(address);

    /// <summary>Asks for a file.</summary>
    /// <param name="address">Of a named host.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<Fetched> GetAsync(Uri address, CancellationToken cancel)
    {
        var at = address;
        for (var redirects = 0; ; redirects++)
        {
            if (!hosts.Contain(at))
                return NotAsked(at, $"It leads to {at.Authority}, which nobody named.");
            if (!(await RulesOfAsync(at, cancel)).Allow(at))
                return NotAsked(at, "The site asks programs not to fetch it (robots.txt).");
            var (fetched, next) = await OnceAsync(at, cancel);
            if (next is null)
                return fetched;
            if (redirects == bounds.Redirects)
                return Nothing(at, "It leads from one address to the next without end.");
            at = next;
        }
    }

    public void Dispose() => client.Dispose();

    private static Fetched Nothing(Uri address, string problem) => new(address, 0, "", null, null, problem);

    private static Fetched NotAsked(Uri address, string problem) => Nothing(address, problem) with { IsAsked = false };

    // RFC 9309, §2.3.1: what is not there allows all, what does not answer allows nothing.
    private async Task<RobotRules> RulesOfAsync(Uri address, CancellationToken cancel)
    {
        var site = address.GetLeftPart(UriPartial.Authority);
        if (rules.TryGetValue(site, out var known))
            return known;
        var (fetched, next) = await OnceAsync(new Uri($"{site}/robots.txt"), cancel);
        return rules[site] = fetched switch
        {
            { Kept: { } kept, Status: >= 200 and < 300 } =>
                RobotRules.Read(await File.ReadAllTextAsync(files.PathOf(kept.Sha256), cancel), Program),
            { Status: >= 400 and < 500 } => RobotRules.None,
            _ when next is not null => RobotRules.None,
            _ => RobotRules.Everything,
        };
    }

    private async Task<(Fetched Fetched, Uri? Next)> OnceAsync(Uri address, CancellationToken cancel)
    {
        if (++requests > bounds.Requests || bytes > bounds.Bytes)
            return (NotAsked(address, "The check has asked for as much as it may."), null);
        await Task.Delay(bounds.Pause, cancel);
        using var limit = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        limit.CancelAfter(bounds.Time);
        try
        {
            using var answer = await client.GetAsync(address, HttpCompletionOption.ResponseHeadersRead, limit.Token);
            if (answer.StatusCode is >= HttpStatusCode.MultipleChoices and < HttpStatusCode.BadRequest &&
                answer.Headers.Location is { } location)
                return (Nothing(address, "It leads elsewhere."), new Uri(address, location));
            await using var content = await answer.Content.ReadAsStreamAsync(limit.Token);
            var kept = await files.KeepAsync(content, limit.Token, bounds.FileBytes);
            bytes += kept.Bytes;
            return (new Fetched(
                address, (int)answer.StatusCode, answer.Content.Headers.ContentType?.MediaType?.ToLowerInvariant() ?? "",
                answer.Headers.CacheControl?.ToString(), kept), null);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return (Nothing(address, $"It did not come within {bounds.Time.TotalSeconds:0} s."), null);
        }
        catch (FileTooLongException)
        {
            return (Nothing(address, $"It has more than {bounds.FileBytes / 1_000_000:#,0} MB."), null);
        }
        catch (HttpRequestException problem)
        {
            return (Nothing(address, $"The site did not answer: {problem.Message}"), null);
        }
        catch (Exception problem) when (problem is IOException or InvalidDataException && !StorageFull.Is(problem))
        {
            return (Nothing(address, "The answer broke off."), null);
        }
    }
}
