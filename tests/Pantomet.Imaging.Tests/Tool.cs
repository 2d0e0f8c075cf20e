using System.Diagnostics;

namespace Pantomet.Imaging.Tests;

/// <summary>Independent general-purpose programs (Debian: imagemagick, libimage-exiftool-perl, python3-skimage) that judge our
/// files.</summary>
internal static class Tool
{
    // One process for all pairs: it takes longer to load than to judge.
    private static readonly Lazy<Process> Judge = new(() => Process.Start(new ProcessStartInfo("/usr/bin/python3",
    [
        "-uc",
        """
        import sys
        from skimage import io, metrics
        for line in sys.stdin:
            one, other = (io.imread(name)[..., :3] for name in line.rstrip("\n").split("\t"))
            print(metrics.structural_similarity(
                one, other, channel_axis=2, gaussian_weights=True, sigma=1.5, use_sample_covariance=False, data_range=255))
        """,
    ])
    { RedirectStandardInput = true, RedirectStandardOutput = true })!);

    /// <summary>Structural similarity of two pictures of one size, 1 for the same (Wang, Bovik, Sheikh, Simoncelli 2004), as scikit-image
    /// computes it with the paper's Gaussian window.</summary>
    public static double StructuralSimilarity(string one, string other)
    {
        lock (Judge)
        {
            Judge.Value.StandardInput.WriteLine($"{one}\t{other}");
            var answer = Judge.Value.StandardOutput.ReadLine();
            Assert.True(answer is not null, $"{one} and {other} were not judged; the reason is on the standard error.");
            return double.Parse(answer, System.Globalization.CultureInfo.InvariantCulture);
        }
    }

    public static string Run(string program, params string[] arguments)
    {
        var start = new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true };
        using var process = Process.Start(start)!;
        var errors = process.StandardError.ReadToEndAsync();
        var output = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        Assert.True(process.ExitCode == 0, $"{program} {string.Join(' ', arguments)}: {errors.Result}");
        return output;
    }
}

/// <summary>A folder that is gone after the test.</summary>
internal sealed class TemporaryFolder : IDisposable
{
    private readonly DirectoryInfo folder = Directory.CreateTempSubdirectory("pantomet-test-");

    public string Path(string name) => System.IO.Path.Combine(folder.FullName, name);

    public string Write(string name, byte[] content)
    {
        File.WriteAllBytes(Path(name), content);
        return Path(name);
    }

    public void Dispose() => folder.Delete(recursive: true);
}
