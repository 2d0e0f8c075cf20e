using Pantomet.Core.Findings;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;
using Pantomet.Imaging.Treatments;

namespace Pantomet.Imaging.Tests;

/// <summary>Marks for tests: the demo's shop sign, under made-up ids.</summary>
internal static class Marked
{
    /// <summary>Dark letters on transparent ground.</summary>
    public const string Png = "logo-1200.png";

    /// <summary>The same as a vector picture.</summary>
    public const string Svg = "logo.svg";

    /// <summary>Draws demo pictures by their file names.</summary>
    public static DecodeOptions Options { get; } = DecodeOptions.InThisProcess with { DrawMark = new DrawnMarks(Find).Draw };

    private static Func<DecodedSource> Find(string name)
    {
        var path = Demo.Source(name);
        return File.Exists(path)
            ? () => DecodedSource.Open(path, SourceProbe.Probe(path, 300_000_000).Facts)
            : throw new UnreadableException("mark-gone", "The mark was deleted.");
    }
}
