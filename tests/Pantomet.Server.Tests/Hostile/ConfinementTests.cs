using System.Diagnostics;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests.Hostile;

/// <summary>What a decoder process cannot do, whatever a picture makes of it. On Linux 5.13 and later, which have Landlock.</summary>
public sealed class ConfinementTests : IDisposable
{
    private const int Brightness = 4;
    private readonly DirectoryInfo folder = Directory.CreateTempSubdirectory("pantomet-test-");

    [Fact]
    public async Task It_writes_into_its_own_folder_and_nowhere_else_and_gets_no_privileges()
    {
        var (own, elsewhere) = (folder.CreateSubdirectory("own").FullName, folder.CreateSubdirectory("elsewhere").FullName);
        await File.WriteAllBytesAsync(Path.Combine(folder.FullName, "kite.png"), HostilePictures.Png(9, 8, 0));
        using var decoder = Process.Start(new ProcessStartInfo("dotnet", [ServerProcess.Program, "decode", own])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
        })!;
        Assert.Equal("ready", await decoder.StandardOutput.ReadLineAsync());
        // https://man7.org/linux/man-pages/man5/proc_pid_status.5.html: 2 is a filter.
        var status = await File.ReadAllTextAsync($"/proc/{decoder.Id}/status");
        Assert.Contains("NoNewPrivs:\t1", status, StringComparison.Ordinal);
        Assert.Contains("Seccomp:\t2", status, StringComparison.Ordinal);

        var refused = await AnswerAsync(decoder, elsewhere);
        Assert.Contains("Access to the path", (string)refused["refusal"]!["cause"]!, StringComparison.Ordinal);
        Assert.Empty(Directory.EnumerateFiles(elsewhere));
        Assert.Equal(9, (int)(await AnswerAsync(decoder, own))["width"]!);

        // It ends when whoever gives it jobs does.
        decoder.StandardInput.Close();
        await decoder.WaitForExitAsync();
    }

    public void Dispose() => folder.Delete(recursive: true);

    private async Task<JsonNode> AnswerAsync(Process decoder, string into)
    {
        var job = new { task = Brightness, path = Path.Combine(folder.FullName, "kite.png"), folder = into, maxPixels = 1_000 };
        await decoder.StandardInput.WriteLineAsync(JsonSerializer.Serialize(job));
        await decoder.StandardInput.FlushAsync();
        return JsonNode.Parse((await decoder.StandardOutput.ReadLineAsync())!)!;
    }
}
