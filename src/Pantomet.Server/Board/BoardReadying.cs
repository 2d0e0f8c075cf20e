namespace Pantomet.Server.Board;

/// <summary>Works the board out once after a start, so that the first who looks at a large library need not wait for it.</summary>
internal sealed class BoardReadying(BoardRows rows, BoardCells cells, ILogger<BoardReadying> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            await cells.OfAsync(await rows.AllAsync(stoppingToken), await cells.ColumnsAsync(null, stoppingToken), stoppingToken);
        }
        catch (Exception problem) when (problem is not OperationCanceledException)
        {
            // Whoever looks works it out, and is told what is wrong.
            log.LogWarning(problem, "The board could not be worked out beforehand");
        }
    }
}
