using System.Diagnostics;

namespace Pantomet.Imaging.Tests;

/// <summary>Independent general-purpose programs (Debian: imagemagick, libimage-exiftool-perl) that judge our files.</summary>
internal static class Tool
{
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
