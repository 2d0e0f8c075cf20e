using System.IO.MemoryMappedFiles;
using NetVips;

namespace Pantomet.Imaging.Rendering;

/// <summary>Pictures of one size, one below the other in a file that goes when it is disposed of.</summary>
/// <remarks>The file is mapped rather than loaded: libvips' loader of raw pixels stays blocked.</remarks>
/// <param name="folder">Where the file lies.</param>
internal sealed class TemporaryPixels(string folder) : IDisposable
{
    private const int RowsAtOnce = 256;

    private readonly FileStream file = new(
        Path.Combine(folder, $"{Guid.NewGuid():N}.pixels"), FileMode.CreateNew, FileAccess.ReadWrite, FileShare.None, 1 << 20,
        FileOptions.DeleteOnClose);

    private Image? like;
    private int height;
    private MemoryMappedFile? mapped;
    private MemoryMappedViewAccessor? view;
    private Image? image;

    /// <summary>All of them, once they are there; none can be added after.</summary>
    public Image Image => image ??= Mapped();

    /// <summary>Adds one below the others.</summary>
    /// <param name="picture">As large and as many-coloured as the others.</param>
    public void Add(Image picture)
    {
        like ??= picture.Copy();
        file.Write(picture.WriteToMemory<byte>());
        height += picture.Height;
    }

    /// <summary>Adds a large picture some rows at a time, from top to bottom, so that no more of it is held.</summary>
    /// <param name="picture">Read once, in that order.</param>
    public void AddByRows(Image picture)
    {
        for (var top = 0; top < picture.Height; top += RowsAtOnce)
        {
            using var rows = picture.Crop(0, top, picture.Width, Math.Min(RowsAtOnce, picture.Height - top));
            Add(rows);
        }
    }

    public void Dispose()
    {
        image?.Dispose();
        like?.Dispose();
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
        using var raw = Image.NewFromMemory((nint)first, (ulong)file.Length, like!.Width, height, like.Bands, like.Format);
        using var meant = raw.Copy(interpretation: like.Interpretation);
        return ColourConversion.WithProfileOf(meant, like);
    }
}
