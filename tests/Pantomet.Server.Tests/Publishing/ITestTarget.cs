using System.Diagnostics;
using System.Net.Sockets;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests.Publishing;

/// <summary>A real place to publish to, looked at from outside.</summary>
internal interface ITestTarget : IAsyncDisposable
{
    /// <summary>As somebody describes it to Pantomet.</summary>
    /// <param name="port">Where it is reached; null directly.</param>
    JsonObject Description(int? port = null);

    /// <summary>Every file by its path.</summary>
    Task<SortedDictionary<string, byte[]>> FilesAsync();

    /// <summary>Puts a file there as somebody else would.</summary>
    Task PutAsync(string path, byte[] content);
}

/// <summary>A folder of this machine.</summary>
internal class FolderTestTarget : ITestTarget
{
    protected DirectoryInfo Folder { get; } = Directory.CreateTempSubdirectory("pantomet-site-");

    public virtual JsonObject Description(int? port = null) =>
        new() { ["name"] = "Site", ["kind"] = "folder", ["folder"] = Folder.FullName };

    public async Task<SortedDictionary<string, byte[]>> FilesAsync()
    {
        var files = new SortedDictionary<string, byte[]>(StringComparer.Ordinal);
        foreach (var file in Folder.EnumerateFiles("*", SearchOption.AllDirectories))
            files[Path.GetRelativePath(Folder.FullName, file.FullName)] = await File.ReadAllBytesAsync(file.FullName);
        return files;
    }

    public async Task PutAsync(string path, byte[] content)
    {
        var place = Path.Combine(Folder.FullName, path);
        Directory.CreateDirectory(Path.GetDirectoryName(place)!);
        await File.WriteAllBytesAsync(place, content);
    }

    public virtual ValueTask DisposeAsync()
    {
        Folder.Delete(recursive: true);
        GC.SuppressFinalize(this);
        return ValueTask.CompletedTask;
    }
}

/// <summary>A program that listens, until it is disposed of.</summary>
internal sealed class Listening : IDisposable
{
    private readonly Process process;

    private Listening(Process process) => this.process = process;

    /// <summary>Starts it and waits until it takes connections.</summary>
    public static async Task<Listening> StartAsync(int port, string program, params string[] arguments)
    {
        var process = Process.Start(
            new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true })!;
        // Nobody reads them, and a full pipe would stop it.
        process.OutputDataReceived += (_, _) => { };
        var said = new List<string?>();
        process.ErrorDataReceived += (_, line) =>
        {
            lock (said)
                said.Add(line.Data);
        };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        for (var attempt = 0; attempt < 300 && !process.HasExited; attempt++)
        {
            try
            {
                using var client = new TcpClient();
                await client.ConnectAsync("127.0.0.1", port);
                return new Listening(process);
            }
            catch (SocketException)
            {
                await Task.Delay(50);
            }
        }

        lock (said)
            throw new InvalidOperationException($"{program} does not listen: {string.Join('\n', said)}");
    }

    public void Dispose()
    {
        process.Kill(entireProcessTree: true);
        process.WaitForExit();
        process.Dispose();
    }
}
