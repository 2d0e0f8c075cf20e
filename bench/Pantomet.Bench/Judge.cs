using System.Diagnostics;
using System.Globalization;

namespace Pantomet.Bench;

/// <summary>An independent judge of looks: butteraugli (libjxl; Debian: libjxl-devtools).</summary>
internal static class Judge
{
    /// <summary>Whether it is installed.</summary>
    public static bool IsThere => Has("butteraugli_main");

    /// <summary>Whether a program is on the path.</summary>
    public static bool Has(string program) =>
        Environment.GetEnvironmentVariable("PATH")!.Split(':').Any(path => File.Exists(Path.Combine(path, program)));

    /// <summary>The 3-norm of the distance between two PNG files; 0 for the same.</summary>
    public static double Distance(string before, string after)
    {
        var lines = Run("butteraugli_main", before, after).Trim().Split('\n');
        return double.Parse(lines[^1].Split(':')[^1], CultureInfo.InvariantCulture);
    }

    /// <summary>Runs a program and gives what it says.</summary>
    public static string Run(string program, params string[] arguments)
    {
        using var process = Process.Start(
            new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true })!;
        var said = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return said;
    }
}
