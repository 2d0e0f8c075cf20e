using System.IO.MemoryMappedFiles;
using NetVips;

namespace Pantomet.Imaging.Rendering;

/// <summary>Pictures of one size, one below the other in a file that goes when it is disposed of.</summary>
/// <remarks>The file is mapped rather than loaded: libvips' loader of raw pixels stays blocked.</remarks>
internal sealed class TemporaryPixels : IDisposable
{
    private readonly FileStream file = new(
        Path.Combine(Path.GetTempPath(), $"pantomet-{Guid.NewGuid():N}.pixels"), FileMode.CreateNew, FileAccess.ReadWrite, FileShare.None, 1 << 20, FileOptions.DeleteOnClose);

    private (int Width, int Height, int Bands, Enums.Interpretation Meaning) like;
    private int count;
    private MemoryMappedFile? mapped;
    private MemoryMappedViewAccessor? view;
    private Image? image;

    /// <summary>All of them, once they are there; none can be added after.</summary>
    public Image Image => image ??= Mapped();

    /// <summary>Adds one below the others.</summary>
    /// <param name="picture">Of eight bits, and as large and as many-coloured as the others.</param>
    public void Add(Image picture)
    {
        like = (picture.Width, picture.Height, picture.Bands, picture.Interpretation);
        file.Write(picture.WriteToMemory<byte>());
        count++;
    }

    public void Dispose()
    {
        image?.Dispose();
        view?.SafeMemoryMappedViewHandle.ReleasePointer();
        view?.Dispose();
        mapped?.Dispose();
        file.Dispose();
    }

    private unsafe Image Mapped()
    {
        file.Flush();
        mapped = MemoryMappedFile.CreateFromFile(file, null, 0, MemoryMappedFileAccess.Read, HandleInheritability.None, leaveOpen: true);
        view = mapped.CreateViewAccessor(0, file.Length, MemoryMappedFileAccess.Read);
        byte* first = null;
        view.SafeMemoryMappedViewHandle.AcquirePointer(ref first);
        using var raw = Image.NewFromMemory((nint)first, (ulong)file.Length, like.Width, like.Height * count, like.Bands, Enums.BandFormat.Uchar);
        return raw.Copy(interpretation: like.Meaning);
    }
}
