using System.Collections.Concurrent;
using System.Globalization;
using NetVips;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Faces;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Sources;

/// <summary>A photograph and the box that one of us drew by eye: tests/photographs/README.md.</summary>
/// <param name="Name">Of its file.</param>
/// <param name="Path">Where it lies.</param>
/// <param name="Box">What must stay, as fractions; null for nothing in particular.</param>
internal sealed record Photograph(string Name, string Path, (double X, double Y, double Width, double Height)? Box)
{
    private static readonly string Folder = System.IO.Path.Combine(Demo.Folder, "..", "tests", "photographs");

    public static IReadOnlyList<Photograph> All { get; } =
        [.. File.ReadLines(System.IO.Path.Combine(Folder, "by-eye.csv")).Skip(1).Select(line => Read(line.Split(',')))];

    public bool IsDemo => Name.StartsWith("demo/", StringComparison.Ordinal);

    public static Photograph Named(string name) => All.Single(one => one.Name == name);

    /// <summary>The box in pixels of a picture.</summary>
    public PixelRect? In(PixelSize size) => Box is var (x, y, width, height)
        ? new PixelRect((int)(x * size.Width), (int)(y * size.Height), (int)(width * size.Width), (int)(height * size.Height))
        : null;

    // Looked at once for all tests.
    private static readonly ConcurrentDictionary<string, (PixelSize Size, SubjectProposal Proposal)> Proposed = new();

    /// <summary>As it is proposed at intake.</summary>
    public (PixelSize Size, SubjectProposal Proposal) Propose() => Proposed.GetOrAdd(
        Path,
        path =>
        {
            var file = SourceFile.Open(path);
            using var image = file.Load();
            var size = SourceFile.UprightSize(image);
            using var preview = PreviewMaker.Reduce(file, image, PreviewMaker.Widths[0]);
            return (size, Propose(preview, size));
        });

    public static SubjectProposal Propose(Image srgb, PixelSize size)
    {
        using var seen = SeenPicture.Of(srgb);
        return SubjectFinder.Propose(seen, seen.ToPlane(), size, FaceFinder.Shared);
    }

    private static Photograph Read(string[] fields)
    {
        double Number(int at) => double.Parse(fields[at], CultureInfo.InvariantCulture);
        var path = fields[0].StartsWith("demo/", StringComparison.Ordinal)
            ? Demo.Source(fields[0]["demo/".Length..])
            : System.IO.Path.Combine(Folder, fields[0]);
        return new Photograph(fields[0], path, fields[1].Length == 0 ? null : (Number(1), Number(2), Number(3), Number(4)));
    }
}
