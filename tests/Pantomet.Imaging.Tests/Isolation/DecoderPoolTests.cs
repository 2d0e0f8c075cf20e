using Pantomet.Core.Findings;
using Pantomet.Imaging.Isolation;

namespace Pantomet.Imaging.Tests.Isolation;

/// <summary>What becomes of a file whose decoder process had already come to harm by the file before it.</summary>
public sealed class DecoderPoolTests : IDisposable
{
    private const string Refusal = """{"refusal":{"id":"no-picture","sentence":"It is none.","cause":""}}""";
    private readonly string folder = Directory.CreateTempSubdirectory("pantomet-test-").FullName;

    // A decoder that refuses its first file, and for the second one does what is asked.
    [Theory]
    [InlineData("exec sleep 60 0<&-")]
    [InlineData("read job; exit 3")]
    [InlineData("read job; kill -SEGV $$")]
    public async Task It_is_looked_at_by_another(string afterItsFirst)
    {
        var started = Path.Combine(folder, "started");
        var file = Path.Combine(folder, "kite.jpg");
        await File.WriteAllTextAsync(file, "no picture");
        var program = $"echo x >> {started}; echo ready; read job; echo '{Refusal}'; {afterItsFirst}";
        using var pool = new DecoderPool(new DecoderCommand("sh", ["-c", program]), folder, DecoderBounds.Usual);

        for (var time = 1; time <= 2; time++)
        {
            var refused = await Assert.ThrowsAsync<UnreadableException>(() => pool.BrightnessAsync(file, 1_000, CancellationToken.None));
            Assert.Equal("no-picture", refused.Id);
            Assert.Equal(time, (await File.ReadAllLinesAsync(started)).Length);
        }
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);
}
