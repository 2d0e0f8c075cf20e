namespace Pantomet.Server.Publishing.Targets;

/// <summary>What files are published to.</summary>
internal enum TargetKind
{
    /// <summary>A folder of this machine: a site's static directory.</summary>
    Folder,

    /// <summary>A bucket of an S3-compatible store.</summary>
    S3,

    /// <summary>A folder of a server that is reached by SFTP.</summary>
    Sftp,

    /// <summary>A marketplace that takes listings over HTTP.</summary>
    Market,
}
