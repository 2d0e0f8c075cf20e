using System.Runtime.InteropServices;
using NetVips;

namespace Pantomet.Imaging;

/// <summary>Sets libvips up once for the process.</summary>
public static partial class VipsRuntime
{
    // By name, so that a format that libvips learns later does not become reachable by itself.
    private static readonly string[] AllowedLoaders =
    [
        "VipsForeignLoadJpegFile", "VipsForeignLoadJpegBuffer",
        "VipsForeignLoadPngFile", "VipsForeignLoadPngBuffer",
        "VipsForeignLoadWebpFile", "VipsForeignLoadWebpBuffer",
        "VipsForeignLoadHeifFile", "VipsForeignLoadHeifBuffer",
        "VipsForeignLoadNsgifFile", "VipsForeignLoadNsgifBuffer",
        "VipsForeignLoadTiffFile", "VipsForeignLoadTiffBuffer",
        "VipsForeignLoadSvgFile",
    ];

    private const string VectorLoader = "VipsForeignLoadSvg";

    /// <summary>The fonts that ship.</summary>
    public static string FontFolder { get; } = Path.Combine(AppContext.BaseDirectory, "Fonts");

    private static readonly Lock Gate = new();
    private static bool ready;

    /// <summary>
    /// Only the loaders of the formats that Pantomet reads may run, each operation uses one thread, and results are not cached.
    /// </summary>
    /// <remarks>The work is spread over the cores variant by variant; threads inside an operation would only compete with that.</remarks>
    public static void Start()
    {
        lock (Gate)
        {
            if (ready)
                return;
            NativeHeap.KeepSmall();
            // Before anything draws a letter: which fonts there are is asked once.
            _ = SetVariable("FONTCONFIG_FILE", Path.Combine(FontFolder, "fonts.conf"), 1);
            NetVips.NetVips.Concurrency = 1;
            Cache.Max = 0;
            Operation.Block("VipsForeignLoad", true);
            foreach (var loader in AllowedLoaders)
                Operation.Block(loader, false);
            ready = true;
        }
    }

    // What .NET sets is seen by .NET alone.
    [LibraryImport("libc", EntryPoint = "setenv", StringMarshalling = StringMarshalling.Utf8)]
    private static partial int SetVariable(string name, string value, int overwrites);

    /// <summary>From now on this process draws no vector picture: whoever serves others leaves that to a process of its own.</summary>
    public static void RefuseVectors()
    {
        Start();
        Operation.Block(VectorLoader, true);
    }
}
