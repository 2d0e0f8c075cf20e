using Pantomet.Core.Findings;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>A target as somebody describes it. Of the secrets, those that are absent stay as they are.</summary>
/// <param name="Name">What people call it.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Folder">Absolute path of the folder, on this machine or on the SFTP server.</param>
/// <param name="Endpoint">Address of the S3-compatible store.</param>
/// <param name="Region">Of the bucket; many stores have none.</param>
/// <param name="Bucket">Its name.</param>
/// <param name="Prefix">What every key begins with.</param>
/// <param name="AccessKey">Names who asks.</param>
/// <param name="SecretKey">Opens the bucket.</param>
/// <param name="Host">Of the SFTP server.</param>
/// <param name="Port">Of the SFTP server; absent: 22.</param>
/// <param name="User">Of the SFTP server.</param>
/// <param name="Password">Opens the SFTP server, where no key does.</param>
/// <param name="PrivateKey">Opens the SFTP server: the text of an OpenSSH key's file.</param>
/// <param name="Passphrase">Of that key.</param>
/// <param name="HostKey">SHA-256 fingerprint of the server's key; nothing is published before it is said.</param>
/// <param name="Address">Of the marketplace.</param>
/// <param name="Key">Opens the marketplace.</param>
/// <param name="CacheSeconds">How long browsers and caches keep a file whose address does not change with it.</param>
internal sealed record TargetRequest(
    string Name, TargetKind Kind, string? Folder = null, string? Endpoint = null, string? Region = null, string? Bucket = null,
    string? Prefix = null, string? AccessKey = null, string? SecretKey = null, string? Host = null, int? Port = null, string? User = null,
    string? Password = null, string? PrivateKey = null, string? Passphrase = null, string? HostKey = null, string? Address = null,
    string? Key = null, int? CacheSeconds = null)
{
    private const int MaxName = 100;
    private const int MaxText = 2_000;
    private const int MaxKey = 20_000;
    private const int MaxPort = 65_535;
    private const int MaxCacheSeconds = 366 * 24 * 3600;

    /// <summary>Without the secrets.</summary>
    public TargetPlace Place => Kind switch
    {
        TargetKind.Folder => new TargetPlace(Kind, Folder: Path.GetFullPath(Folder!), CacheSeconds: CacheSeconds),
        TargetKind.S3 => new TargetPlace(
            Kind, Endpoint: Endpoint, Region: Given(Region), Bucket: Bucket, Prefix: Given(Prefix?.Trim('/')), AccessKey: AccessKey,
            CacheSeconds: CacheSeconds),
        TargetKind.Sftp => new TargetPlace(
            Kind, Folder: Folder, Host: Host, Port: Port, User: User, HostKey: Given(HostKey?.TrimEnd('=')), CacheSeconds: CacheSeconds),
        _ => new TargetPlace(Kind, Address: Address),
    };

    /// <summary>The secrets; null where none is given.</summary>
    public TargetSecrets? Secrets => new TargetSecrets(
        Given(SecretKey), Given(Password), Given(PrivateKey), Given(Passphrase), Given(Key)) is { AreNone: false } given ? given : null;

    /// <summary>What is wrong with it; null where nothing is.</summary>
    public Refusal? Problem()
    {
        if (string.IsNullOrWhiteSpace(Name) || Name.Length > MaxName)
            return Refusal.Invalid("name", $"Give the target a name of at most {MaxName} characters.");
        if (CacheSeconds is < 0 or > MaxCacheSeconds)
            return Refusal.Invalid("cacheSeconds", "Caches keep a file for 0 seconds or more, and at most a year.");
        if (LongText() is { } field)
            return Refusal.Invalid(field, "That is longer than anything of its kind.");
        return Kind switch
        {
            TargetKind.Folder => Needed("folder", Folder, "Say which folder: its whole path, from the root.") ?? AbsoluteFolder(),
            TargetKind.S3 => WebAddress("endpoint", Endpoint) ?? Needed("bucket", Bucket, "Say which bucket.") ??
                Needed("accessKey", AccessKey, "Say with which access key."),
            TargetKind.Sftp => Needed("host", Host, "Say on which server.") ?? Needed("user", User, "Say as which user.") ??
                Needed("folder", Folder, "Say in which folder of the server: its whole path, from the root.") ?? AbsoluteFolder() ??
                (Port is < 1 or > MaxPort ? Refusal.Invalid("port", $"A port is a number from 1 to {MaxPort}.") : null) ?? Fingerprint(),
            _ => WebAddress("address", Address),
        };
    }

    // A record would write its members into any log.
    public override string ToString() => $"TargetRequest {Name}";

    private static string? Given(string? text) => string.IsNullOrWhiteSpace(text) ? null : text;

    private static Refusal? Needed(string field, string? text, string sentence) =>
        string.IsNullOrWhiteSpace(text) ? Refusal.Invalid(field, sentence) : null;

    private static Refusal? WebAddress(string field, string? text) =>
        Uri.TryCreate(text, UriKind.Absolute, out var address) && address.Scheme is "http" or "https" && address.UserInfo.Length == 0
            ? null
            : Refusal.Invalid(field, "Give its address, beginning with https:// or http://, without user and password.");

    private Refusal? AbsoluteFolder() => Path.IsPathRooted(Folder) && !Folder!.Contains('\0', StringComparison.Ordinal)
        ? null
        : Refusal.Invalid("folder", $"\"{Folder}\" is not a whole path. Begin at the root: /srv/site/pictures.");

    private Refusal? Fingerprint() => Given(HostKey) is null || HostKey!.StartsWith("SHA256:", StringComparison.Ordinal)
        ? null
        : Refusal.Invalid("hostKey", "Give the SHA-256 fingerprint as ssh-keygen -l writes it: SHA256: and what follows.");

    private string? LongText() => new (string Field, string? Text, int Max)[]
    {
        ("folder", Folder, MaxText), ("endpoint", Endpoint, MaxText), ("region", Region, MaxText), ("bucket", Bucket, MaxText),
        ("prefix", Prefix, MaxText), ("accessKey", AccessKey, MaxText), ("secretKey", SecretKey, MaxText), ("host", Host, MaxText),
        ("user", User, MaxText), ("password", Password, MaxText), ("privateKey", PrivateKey, MaxKey),
        ("passphrase", Passphrase, MaxText), ("hostKey", HostKey, MaxText), ("address", Address, MaxText), ("key", Key, MaxText),
    }.FirstOrDefault(one => one.Text?.Length > one.Max).Field;
}
