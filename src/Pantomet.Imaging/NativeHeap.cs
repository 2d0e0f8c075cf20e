using System.Runtime.InteropServices;

namespace Pantomet.Imaging;

/// <summary>How the C library hands out memory, from which libvips takes its pixels.</summary>
internal static partial class NativeHeap
{
    // Parameters of glibc's mallopt(3).
    private const int ArenaMax = -8;
    private const int MmapThreshold = -3;
    private const int TrimThreshold = -1;

    private const int Arenas = 2;
    private const int LargeBytes = 4 << 20;
    private const int KeptBytes = 32 << 20;

    /// <summary>
    /// Gives the largest pieces back to the system as soon as they are freed, and keeps threads from having heaps of their own, each as
    /// large as the largest picture they ever held.
    /// </summary>
    /// <remarks>What is smaller is kept for the next picture: to have its pages given and cleared anew took up to a tenth of a
    /// run.</remarks>
    public static void KeepSmall()
    {
        try
        {
            _ = SetOption(ArenaMax, Arenas);
            _ = SetOption(MmapThreshold, LargeBytes);
            _ = SetOption(TrimThreshold, KeptBytes);
        }
        catch (Exception missing) when (missing is EntryPointNotFoundException or DllNotFoundException)
        {
            // Other C libraries have no such options, and need none.
        }
    }

    /// <summary>Gives back to the system what was freed and kept.</summary>
    public static void Trim()
    {
        try
        {
            _ = TrimAll(0);
        }
        catch (Exception missing) when (missing is EntryPointNotFoundException or DllNotFoundException)
        {
            // Other C libraries keep nothing.
        }
    }

    [LibraryImport("libc", EntryPoint = "malloc_trim")]
    private static partial int TrimAll(nuint kept);

    [LibraryImport("libc", EntryPoint = "mallopt")]
    private static partial int SetOption(int option, int value);
}
