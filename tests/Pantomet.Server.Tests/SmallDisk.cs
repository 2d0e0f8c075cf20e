using System.Diagnostics;
using System.Globalization;

namespace Pantomet.Server.Tests;

/// <summary>A real file system of a few megabytes, in memory.</summary>
public sealed class SmallDisk : IDisposable
{
    private const int Megabytes = 48;
    private readonly DirectoryInfo mounted = Directory.CreateTempSubdirectory("pantomet-disk-");

    public SmallDisk() =>
        IsMounted = Run("mount", "-t", "tmpfs", "-o", string.Create(CultureInfo.InvariantCulture, $"size={Megabytes}m"), "tmpfs", Path);

    public string Path => mounted.FullName;

    public bool IsMounted { get; }

    private string Filler => System.IO.Path.Combine(Path, "filler");

    /// <summary>To the last byte.</summary>
    public void Fill()
    {
        using var filler = new FileStream(Filler, FileMode.Append, FileAccess.Write, FileShare.None, 1);
        foreach (var size in (int[])[1 << 20, 1 << 12, 1])
        {
            try
            {
                var some = new byte[size];
                while (true)
                    filler.Write(some);
            }
            catch (IOException)
            {
                // Smaller pieces may fit yet.
            }
        }
    }

    /// <summary>As it was before it was filled.</summary>
    public void Free() => File.Delete(Filler);

    public void Dispose()
    {
        if (IsMounted)
            Run("umount", "-l", Path);
        mounted.Delete(recursive: true);
    }

    private static bool Run(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardError = true })!;
        process.WaitForExit();
        return process.ExitCode == 0;
    }
}

/// <summary>A test that needs a <see cref="SmallDisk"/>: only root may mount one.</summary>
[AttributeUsage(AttributeTargets.Method)]
public sealed class SmallDiskFactAttribute : FactAttribute
{
    private static readonly bool CanMount = Tried();

    public SmallDiskFactAttribute()
    {
        if (!CanMount)
            Skip = "A file system cannot be mounted here. Run it as root.";
    }

    private static bool Tried()
    {
        using var disk = new SmallDisk();
        return disk.IsMounted;
    }
}
