using System.Net.Sockets;
using System.Security.Cryptography;
using System.Text;
using Pantomet.Core.Publishing;
using Renci.SshNet;
using Renci.SshNet.Common;
using Renci.SshNet.Sftp;
using ConnectionInfo = Renci.SshNet.ConnectionInfo;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>A folder of an SFTP server. A file is written beside its place and then renamed, which replaces it at one moment.</summary>
/// <remarks>
/// The rename that replaces is OpenSSH's <c>posix-rename@openssh.com</c> (its PROTOCOL, 4.3). Nothing is said to a server before its key is
/// the pinned one (RFC 4251, 4.1).
/// </remarks>
internal sealed class SftpTarget : ITargetFiles
{
    private const int SshPort = 22;
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);
    private static readonly TimeSpan PatienceToConnect = TimeSpan.FromSeconds(20);

    private readonly TargetPlace place;
    private readonly SftpClient client;
    private readonly HashSet<string> made = new(StringComparer.Ordinal);

    /// <param name="place">Where it is.</param>
    /// <param name="secrets">Open it.</param>
    /// <exception cref="TargetFaultException">The private key cannot be read.</exception>
    public SftpTarget(TargetPlace place, TargetSecrets secrets)
    {
        this.place = place;
        client = new SftpClient(ConnectionOf(place, secrets)) { OperationTimeout = Patience };
        client.HostKeyReceived += (_, key) =>
        {
            ShownKey = $"SHA256:{key.FingerPrintSHA256}";
            key.CanTrust = CryptographicOperations.FixedTimeEquals(
                Encoding.ASCII.GetBytes(ShownKey), Encoding.ASCII.GetBytes(place.HostKey ?? ""));
        };
    }

    public int AtOnce => 1;

    public bool Takes(FileRole role) => true;

    /// <summary>Fingerprint of the key that the server showed last; null before it was asked.</summary>
    public string? ShownKey { get; private set; }

    public Task<IReadOnlyDictionary<string, long>> LengthsAsync(IReadOnlyCollection<string> paths, CancellationToken cancel) =>
        Doing<IReadOnlyDictionary<string, long>>(
            async () =>
            {
                if (!await client.ExistsAsync(place.Folder!, cancel))
                    throw new TargetFaultException(
                        $"{place.Host} has no folder {place.Folder}. Make it, or say in the target where it is now.", TargetFault.Lasting);
                var found = new Dictionary<string, long>();
                foreach (var folder in paths.GroupBy(path => path[..(path.LastIndexOf('/') + 1)]))
                {
                    var wanted = folder.ToHashSet(StringComparer.Ordinal);
                    if (!await client.ExistsAsync(At(folder.Key), cancel))
                        continue;
                    await foreach (var file in client.ListDirectoryAsync(At(folder.Key), cancel))
                    {
                        if (file.IsRegularFile && wanted.Contains(folder.Key + file.Name))
                            found[folder.Key + file.Name] = file.Length;
                    }
                }

                return found;
            },
            cancel);

    public Task<bool> ReadAsync(string path, Stream into, CancellationToken cancel) => Doing(
        async () =>
        {
            try
            {
                await client.DownloadFileAsync(At(path), into, cancel);
                return true;
            }
            catch (SftpPathNotFoundException)
            {
                return false;
            }
        },
        cancel);

    public Task<bool> PutAsync(TargetFile file, bool replaces, CancellationToken cancel) => Doing(
        async () =>
        {
            if (!replaces && await client.ExistsAsync(At(file.Path), cancel))
                return false;
            await MakeFoldersAsync(file.Path, cancel);
            var aside = At(PartialName.Of(file.Path));
            await using (var content = File.OpenRead(file.ContentPath))
                await client.UploadFileAsync(content, aside, cancel);
            // Before it takes its place: what is there is always right.
            if (await Sha256Async(aside, cancel) != file.Sha256)
            {
                await client.DeleteFileAsync(aside, cancel);
                throw new TargetFaultException($"{file.Path} did not arrive as it was sent.", TargetFault.Passing);
            }

            if (replaces)
                await Task.Run(() => client.RenameFile(aside, At(file.Path), isPosix: true), cancel);
            else
                await client.RenameFileAsync(aside, At(file.Path), cancel);
            return true;
        },
        cancel);

    public Task RemoveAsync(string path, CancellationToken cancel) => Doing(
        async () =>
        {
            await DeleteAsync(At(path), cancel);
            for (var folder = path; folder.LastIndexOf('/') is var end and > 0;)
            {
                folder = folder[..end];
                made.Remove(folder);
                if (!await IsEmptyAsync(At(folder), cancel))
                    break;
                await client.DeleteDirectoryAsync(At(folder), cancel);
            }

            return true;
        },
        cancel);

    public Task ClearAsync(string path, CancellationToken cancel) => Doing(
        async () =>
        {
            await DeleteAsync(At(PartialName.Of(path)), cancel);
            return true;
        },
        cancel);

    public ValueTask DisposeAsync()
    {
        client.Dispose();
        return ValueTask.CompletedTask;
    }

    private static ConnectionInfo ConnectionOf(TargetPlace place, TargetSecrets secrets)
    {
        var ways = new List<AuthenticationMethod>();
        if (secrets.PrivateKey is { Length: > 0 } key)
        {
            try
            {
                using var text = new MemoryStream(Encoding.UTF8.GetBytes(key));
                ways.Add(new PrivateKeyAuthenticationMethod(place.User!, new PrivateKeyFile(text, secrets.Passphrase)));
            }
            catch (Exception problem)
                when (problem is SshException or InvalidOperationException or NotSupportedException or FormatException)
            {
                throw new TargetFaultException(
                    "The private key cannot be read. Paste the whole file of an OpenSSH key, and its passphrase if it has one.",
                    TargetFault.Lasting, problem);
            }
        }

        if (secrets.Password is { Length: > 0 } password)
            ways.Add(new PasswordAuthenticationMethod(place.User!, password));
        if (ways.Count == 0)
            ways.Add(new NoneAuthenticationMethod(place.User!));
        return new ConnectionInfo(place.Host!, place.Port ?? SshPort, place.User!, [.. ways]) { Timeout = PatienceToConnect };
    }

    private string At(string path) => $"{place.Folder!.TrimEnd('/')}/{path}";

    private async Task MakeFoldersAsync(string path, CancellationToken cancel)
    {
        for (var end = path.IndexOf('/', StringComparison.Ordinal); end > 0; end = path.IndexOf('/', end + 1))
        {
            if (made.Add(path[..end]) && !await client.ExistsAsync(At(path[..end]), cancel))
                await client.CreateDirectoryAsync(At(path[..end]), cancel);
        }
    }

    private async Task DeleteAsync(string place, CancellationToken cancel)
    {
        try
        {
            await client.DeleteFileAsync(place, cancel);
        }
        catch (SftpPathNotFoundException)
        {
            // Somebody was faster.
        }
    }

    private async Task<bool> IsEmptyAsync(string folder, CancellationToken cancel)
    {
        if (!await client.ExistsAsync(folder, cancel))
            return false;
        await foreach (var entry in client.ListDirectoryAsync(folder, cancel))
        {
            if (entry.Name is not ("." or ".."))
                return false;
        }

        return true;
    }

    private async Task<string> Sha256Async(string path, CancellationToken cancel)
    {
        await using var file = await client.OpenAsync(path, FileMode.Open, FileAccess.Read, cancel);
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(file, cancel));
    }

    private async Task<T> Doing<T>(Func<Task<T>> work, CancellationToken cancel)
    {
        try
        {
            if (!client.IsConnected)
                await client.ConnectAsync(cancel);
            return await work();
        }
        catch (Exception problem) when (problem is SshException or SocketException or IOException or ObjectDisposedException)
        {
            throw Said(problem);
        }
    }

    private TargetFaultException Said(Exception problem) => problem switch
    {
        _ when ShownKey is { } shown && shown != place.HostKey => new(
            place.HostKey is null
                ? $"{place.Host} shows the key {shown}. Say in the target that it is the right one, then publish again."
                : $"{place.Host} shows another key than the one that was pinned: {shown}, not {place.HostKey}. Somebody may stand in its " +
                    "place: nothing was sent. Ask who runs it, and pin the new key in the target if it is right.",
            TargetFault.Lasting, problem),
        SshAuthenticationException => new(
            $"{place.Host} does not let {place.User} in with this password or key.", TargetFault.Lasting, problem),
        SftpPermissionDeniedException => new(
            $"{place.Host} does not let {place.User} write in {place.Folder}.", TargetFault.Lasting, problem),
        SftpException { StatusCode: StatusCode.Failure } => new(
            $"{place.Host} could not do it and does not say why; its disk may be full.", TargetFault.Passing, problem),
        _ => new($"{place.Host} cannot be reached, or broke off: {problem.Message}", TargetFault.Passing, problem),
    };
}
