using System.Diagnostics;

namespace Pantomet.Imaging.Tests;

/// <summary>Independent general-purpose programs (Debian: imagemagick, libimage-exiftool-perl, python3-skimage) that judge our files.</summary>
internal static class Tool
{
    /// <summary>Structural similarity of two pictures of one size, 1 for the same (Wang, Bovik, Sheikh, Simoncelli 2004), as scikit-image computes it with the paper's Gaussian window.</summary>
    public static double StructuralSimilarity(string one, string other) => double.Parse(
        Run(
            "/usr/bin/python3",
            "-c",
            "import sys; from skimage import io, metrics; print(metrics.structural_similarity(io.imread(sys.argv[1])[..., :3], io.imread(sys.argv[2])[..., :3], channel_axis=2, gaussian_weights=True, sigma=1.5, use_sample_covariance=False, data_range=255))",
            one,
            other),
        System.Globalization.CultureInfo.InvariantCulture);

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
