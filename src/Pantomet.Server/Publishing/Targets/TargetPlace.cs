namespace Pantomet.Server.Publishing.Targets;

/// <summary>Where a target is, without what must be kept secret. Each kind has members of its own; the others are null.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Folder">Absolute path of the folder, on this machine or on the SFTP server.</param>
/// <param name="Endpoint">Address of the S3-compatible store.</param>
/// <param name="Region">Of the bucket; many stores have none.</param>
/// <param name="Bucket">Its name.</param>
/// <param name="Prefix">What every key begins with, without a slash at its ends.</param>
/// <param name="AccessKey">Names who asks.</param>
/// <param name="Host">Of the SFTP server.</param>
/// <param name="Port">Of the SFTP server.</param>
/// <param name="User">Of the SFTP server.</param>
/// <param name="HostKey">SHA-256 fingerprint of the SFTP server's key, as <c>ssh-keygen -l</c> writes it; null while nobody has said
/// that it is the right one.</param>
/// <param name="Address">Of the marketplace.</param>
/// <param name="CacheSeconds">How long browsers and caches keep a file whose address does not change with it; null where that is not
/// known.</param>
internal sealed record TargetPlace(
    TargetKind Kind, string? Folder = null, string? Endpoint = null, string? Region = null, string? Bucket = null, string? Prefix = null,
    string? AccessKey = null, string? Host = null, int? Port = null, string? User = null, string? HostKey = null, string? Address = null,
    int? CacheSeconds = null);

/// <summary>What opens a target. It is kept encrypted, is never shown again and never logged.</summary>
/// <param name="SecretKey">Of an S3-compatible store.</param>
/// <param name="Password">Of an SFTP server.</param>
/// <param name="PrivateKey">For an SFTP server: the text of the key's file.</param>
/// <param name="Passphrase">Of that key.</param>
/// <param name="Key">Of a marketplace.</param>
internal sealed record TargetSecrets(
    string? SecretKey = null, string? Password = null, string? PrivateKey = null, string? Passphrase = null, string? Key = null)
{
    /// <summary>Whether there is none.</summary>
    public bool AreNone => this == new TargetSecrets();

    // A record would write its members into any log.
    public override string ToString() => "TargetSecrets";
}
