using System.Net;
using System.Net.Sockets;

namespace Pantomet.Server.Tests.Publishing;

/// <summary>A line that breaks: between a client and a server, it cuts every connection once so much was sent, and lets nobody in until it
/// is mended.</summary>
internal sealed class BreakingProxy : IDisposable
{
    private readonly TcpListener listener = new(IPAddress.Loopback, 0);
    private readonly int server;
    private readonly CancellationTokenSource ends = new();
    private long left = long.MaxValue;

    /// <param name="server">Port of the server.</param>
    public BreakingProxy(int server)
    {
        this.server = server;
        listener.Start();
        _ = AcceptAsync();
    }

    public int Port => ((IPEndPoint)listener.LocalEndpoint).Port;

    /// <summary>Breaks after so many more bytes to the server.</summary>
    public void BreakAfter(long bytes) => Interlocked.Exchange(ref left, bytes);

    public void Mend() => Interlocked.Exchange(ref left, long.MaxValue);

    public void Dispose()
    {
        ends.Cancel();
        listener.Stop();
        ends.Dispose();
    }

    private async Task AcceptAsync()
    {
        try
        {
            while (!ends.IsCancellationRequested)
                _ = JoinAsync(await listener.AcceptTcpClientAsync(ends.Token));
        }
        catch (Exception ended) when (ended is OperationCanceledException or SocketException or ObjectDisposedException)
        {
            // The test is over.
        }
    }

    private async Task JoinAsync(TcpClient client)
    {
        using (client)
        using (var onward = new TcpClient())
        {
            try
            {
                if (Interlocked.Read(ref left) <= 0)
                    return;
                await onward.ConnectAsync(IPAddress.Loopback, server);
                await Task.WhenAny(
                    CopyAsync(client.GetStream(), onward.GetStream(), isCounted: true),
                    CopyAsync(onward.GetStream(), client.GetStream(), isCounted: false));
            }
            catch (Exception broken) when (broken is IOException or SocketException or OperationCanceledException)
            {
                // One of the two is gone.
            }
        }
    }

    private async Task CopyAsync(Stream from, Stream into, bool isCounted)
    {
        var buffer = new byte[4096];
        for (int read; (read = await from.ReadAsync(buffer, ends.Token)) > 0;)
        {
            if (isCounted && Interlocked.Add(ref left, -read) <= 0)
                return;
            await into.WriteAsync(buffer.AsMemory(0, read), ends.Token);
        }
    }
}
