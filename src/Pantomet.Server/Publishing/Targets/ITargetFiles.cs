using Pantomet.Core.Publishing;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>A file on its way to a target.</summary>
/// <param name="Path">From the target's root, with forward slashes.</param>
/// <param name="ContentPath">Where its bytes lie on this machine.</param>
/// <param name="Sha256">Of its bytes.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="MediaType">Of its content.</param>
/// <param name="CacheControl">For those who read it (RFC 9111); empty where the target says so by itself.</param>
/// <param name="Picture">What it shows, for targets that hold listings rather than files; null for one that is no picture.</param>
internal sealed record TargetFile(
    string Path, string ContentPath, string Sha256, long Bytes, string MediaType, string CacheControl, PublishedPicture? Picture);

/// <summary>What a published file shows.</summary>
/// <param name="SourceId">Id of the source.</param>
/// <param name="SlotId">Id of the slot.</param>
/// <param name="Stem">Of the source.</param>
/// <param name="AltText">What it shows, in words.</param>
internal sealed record PublishedPicture(string SourceId, string SlotId, string Stem, string AltText);

/// <summary>The files of a target. Every method throws <see cref="TargetFaultException"/> where the target does not do it.</summary>
internal interface ITargetFiles : IAsyncDisposable
{
    /// <summary>How many files may be sent at once.</summary>
    int AtOnce { get; }

    /// <summary>Whether it can hold a file: a marketplace takes pictures and no lists.</summary>
    /// <param name="role">What the file is.</param>
    bool Takes(FileRole role);

    /// <summary>Lengths of those files that are there.</summary>
    /// <param name="paths">The only ones that are looked for.</param>
    /// <param name="cancel">Somebody stops it.</param>
    Task<IReadOnlyDictionary<string, long>> LengthsAsync(IReadOnlyCollection<string> paths, CancellationToken cancel);

    /// <summary>Writes a file's bytes into a stream.</summary>
    /// <param name="path">Of the file.</param>
    /// <param name="into">Is written to.</param>
    /// <param name="cancel">Somebody stops it.</param>
    /// <returns>Whether it is there.</returns>
    Task<bool> ReadAsync(string path, Stream into, CancellationToken cancel);

    /// <summary>Puts a file there, whole or not at all, and makes sure that what lies there then is what was sent.</summary>
    /// <param name="file">What.</param>
    /// <param name="replaces">Whether it may take the place of another.</param>
    /// <param name="cancel">Somebody stops it.</param>
    /// <returns>Whether it was put; otherwise something lies there already.</returns>
    Task<bool> PutAsync(TargetFile file, bool replaces, CancellationToken cancel);

    /// <summary>Removes a file, and the folders that are empty without it.</summary>
    /// <param name="path">Of a file that may be gone already.</param>
    /// <param name="cancel">Somebody stops it.</param>
    Task RemoveAsync(string path, CancellationToken cancel);

    /// <summary>Removes what a broken transfer left beside a file.</summary>
    /// <param name="path">Of the file.</param>
    /// <param name="cancel">Somebody stops it.</param>
    Task ClearAsync(string path, CancellationToken cancel);
}
