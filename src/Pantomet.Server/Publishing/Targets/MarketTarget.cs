using System.Net;
using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text.Json;
using Pantomet.Core.Publishing;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>A marketplace that takes listings over HTTP: a path is the name of a listing, a slash, and that of a picture.</summary>
/// <param name="place">Where it is.</param>
/// <param name="key">Opens it.</param>
internal sealed class MarketTarget(TargetPlace place, string key) : ITargetFiles
{
    private const int FewPictures = 2;
    private const int MaxShown = 300;
    private const int MaxAnswer = 16_000_000;
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    private readonly HttpClient client = new(new SocketsHttpHandler { AllowAutoRedirect = false })
    {
        BaseAddress = new Uri(place.Address!.TrimEnd('/') + "/"),
        Timeout = Patience,
        // What a stranger answers is no reason to run out of memory; pictures are read past this, into a file.
        MaxResponseContentBufferSize = MaxAnswer,
        DefaultRequestHeaders = { Authorization = new AuthenticationHeaderValue("Bearer", key) },
    };

    public int AtOnce => FewPictures;

    public bool Takes(FileRole role) => role == FileRole.Picture;

    public Task<IReadOnlyDictionary<string, long>> LengthsAsync(IReadOnlyCollection<string> paths, CancellationToken cancel) =>
        Doing<IReadOnlyDictionary<string, long>>(
            async () =>
            {
                using var answer = await client.GetAsync(new Uri("listings", UriKind.Relative), cancel);
                await CheckAsync(answer, "The list of its listings", cancel);
                var wanted = paths.ToHashSet(StringComparer.Ordinal);
                var listings = await answer.Content.ReadFromJsonAsync<MarketListings>(JsonSerializerOptions.Web, cancel);
                return (from listing in listings!.Items
                        from picture in listing.Pictures
                        let path = $"{listing.Listing}/{picture.Name}"
                        where wanted.Contains(path)
                        select (path, picture.Bytes)).ToDictionary(one => one.path, one => one.Bytes);
            },
            cancel);

    public Task<bool> ReadAsync(string path, Stream into, CancellationToken cancel) => Doing(
        async () =>
        {
            using var answer = await client.GetAsync(At(path), HttpCompletionOption.ResponseHeadersRead, cancel);
            if (answer.StatusCode == HttpStatusCode.NotFound)
                return false;
            await CheckAsync(answer, path, cancel);
            await answer.Content.CopyToAsync(into, cancel);
            return true;
        },
        cancel);

    public Task<bool> PutAsync(TargetFile file, bool replaces, CancellationToken cancel) => Doing(
        async () =>
        {
            using var request = new HttpRequestMessage(HttpMethod.Put, At(file.Path));
            // RFC 9110, 13.1.2: only where there is none.
            if (!replaces)
                request.Headers.IfNoneMatch.Add(EntityTagHeaderValue.Any);
            request.Content = new StreamContent(File.OpenRead(file.ContentPath));
            request.Content.Headers.ContentType = new MediaTypeHeaderValue(file.MediaType);
            request.Content.Headers.ContentLength = file.Bytes;
            using var answer = await client.SendAsync(request, cancel);
            if (answer.StatusCode == HttpStatusCode.PreconditionFailed)
                return false;
            await CheckAsync(answer, file.Path, cancel);
            await ConfirmAsync(file, cancel);
            return true;
        },
        cancel);

    public Task RemoveAsync(string path, CancellationToken cancel) => Doing(
        async () =>
        {
            using var answer = await client.DeleteAsync(At(path), cancel);
            if (answer.StatusCode != HttpStatusCode.NotFound)
                await CheckAsync(answer, path, cancel);
            return true;
        },
        cancel);

    // A picture is there whole or not at all.
    public Task ClearAsync(string path, CancellationToken cancel) => Task.CompletedTask;

    public ValueTask DisposeAsync()
    {
        client.Dispose();
        return ValueTask.CompletedTask;
    }

    private static Uri At(string path)
    {
        var slash = path.IndexOf('/', StringComparison.Ordinal);
        return new Uri(
            $"listings/{Uri.EscapeDataString(path[..slash])}/pictures/{Uri.EscapeDataString(path[(slash + 1)..])}", UriKind.Relative);
    }

    private async Task ConfirmAsync(TargetFile file, CancellationToken cancel)
    {
        using var answer = await client.GetAsync(At(file.Path), HttpCompletionOption.ResponseHeadersRead, cancel);
        await using var content = await answer.Content.ReadAsStreamAsync(cancel);
        if (Convert.ToHexStringLower(await SHA256.HashDataAsync(content, cancel)) != file.Sha256)
            throw new TargetFaultException($"{file.Path} did not arrive as it was sent.", TargetFault.Passing);
    }

    private async Task CheckAsync(HttpResponseMessage answer, string what, CancellationToken cancel)
    {
        if (answer.IsSuccessStatusCode)
            return;
        var words = await SaidAsync(answer, cancel);
        var said = words.Length > 0 ? $": {words}" : ".";
        throw answer.StatusCode switch
        {
            HttpStatusCode.Unauthorized or HttpStatusCode.Forbidden => new TargetFaultException(
                $"{place.Address} does not take this key{said}", TargetFault.Lasting),
            HttpStatusCode.InsufficientStorage => new TargetFaultException($"{place.Address} has no room left{said}", TargetFault.Lasting),
            >= HttpStatusCode.InternalServerError or HttpStatusCode.TooManyRequests => new TargetFaultException(
                $"{place.Address} could not do it ({(int)answer.StatusCode}){said}", TargetFault.Passing),
            // Its own words, by which its sellers know what to do.
            _ => new TargetFaultException(
                words.Length > 0 ? words : $"{what} was refused ({(int)answer.StatusCode}) without a reason.", TargetFault.FileRefused),
        };
    }

    // What a stranger writes is shown as text, and not for pages on end.
    private static async Task<string> SaidAsync(HttpResponseMessage answer, CancellationToken cancel)
    {
        try
        {
            var errors = (await answer.Content.ReadFromJsonAsync<MarketErrors>(JsonSerializerOptions.Web, cancel))?.Errors ?? [];
            var text = string.Join(" ", errors.Select(error => error.Message));
            return text.Length <= MaxShown ? text : text[..MaxShown] + "…";
        }
        catch (Exception unread) when (unread is JsonException or NotSupportedException)
        {
            return "";
        }
    }

    private async Task<T> Doing<T>(Func<Task<T>> work, CancellationToken cancel)
    {
        try
        {
            return await work();
        }
        catch (Exception problem) when (problem is HttpRequestException or IOException or JsonException ||
            (problem is OperationCanceledException && !cancel.IsCancellationRequested))
        {
            throw new TargetFaultException(
                $"{place.Address} cannot be reached, or broke off: {problem.Message}", TargetFault.Passing, problem);
        }
    }

    private sealed record MarketListings(IReadOnlyList<MarketListing> Items);

    private sealed record MarketListing(string Listing, IReadOnlyList<MarketPicture> Pictures);

    private sealed record MarketPicture(string Name, long Bytes);

    private sealed record MarketErrors(IReadOnlyList<MarketError>? Errors);

    private sealed record MarketError(string Code, string Message);
}
