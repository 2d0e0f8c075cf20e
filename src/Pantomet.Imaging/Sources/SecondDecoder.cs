using ImageMagick;
using ImageMagick.Configuration;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Imaging.Sources;

/// <summary>Sets the second decoder up once for the process: it reads only what the first does not, and within bounds.</summary>
internal static class SecondDecoder
{
    // What needs more is refused: pixels on the disk would only make it slow.
    private const ulong MaxMemory = 700_000_000;
    private const ulong MaxDisk = 0;
    private const ulong LongestSide = PictureBounds.MaxSide;

    // By name, so that no script, document or address can be reached by a file that pretends to be one.
    private const string Policy =
        """
        <policymap>
          <policy domain="delegate" rights="none" pattern="*"/>
          <policy domain="filter" rights="none" pattern="*"/>
          <policy domain="path" rights="none" pattern="@*"/>
          <policy domain="coder" rights="none" pattern="*"/>
          <policy domain="coder" rights="read" pattern="{HEIC,PSD,BMP,JXL}"/>
          <policy domain="coder" rights="read | write" pattern="{PNG,PNG8,PNG24,PNG32,TIFF}"/>
        </policymap>
        """;

    private static readonly Lazy<bool> Ready = new(() =>
    {
        var files = ConfigurationFiles.Default;
        files.Policy.Data = Policy;
        MagickNET.Initialize(files);
        ResourceLimits.Memory = MaxMemory;
        ResourceLimits.Disk = MaxDisk;
        ResourceLimits.Width = LongestSide;
        ResourceLimits.Height = LongestSide;
        // The work is spread over the cores picture by picture.
        ResourceLimits.Thread = 1;
        return true;
    });

    /// <summary>How a file of a format is read: by that decoder alone, its first picture.</summary>
    /// <param name="format">One that needs a working picture.</param>
    public static MagickReadSettings For(PictureFormat format)
    {
        _ = Ready.Value;
        return new MagickReadSettings
        {
            FrameIndex = 0,
            FrameCount = 1,
            Format = format switch
            {
                PictureFormat.Heic => MagickFormat.Heic,
                PictureFormat.Psd => MagickFormat.Psd,
                PictureFormat.Bmp => MagickFormat.Bmp,
                _ => MagickFormat.Jxl,
            },
        };
    }
}
