using System.Text;

namespace Pantomet.Core.Packages;

/// <summary>The list that <c>sha256sum -c</c> (GNU coreutils) checks a package with.</summary>
public static class Checksums
{
    /// <summary>Its path in a package.</summary>
    public const string FileName = "checksums.sha256";

    /// <summary>A line for each file: the hash in hexadecimal, two spaces, the path.</summary>
    /// <param name="files">Path and SHA-256 of every file of the package but this one.</param>
    public static byte[] Of(IEnumerable<(string Path, string Sha256)> files) =>
        Encoding.UTF8.GetBytes(string.Concat(files.Select(file => $"{file.Sha256}  {file.Path}\n")));
}
