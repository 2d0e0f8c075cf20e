using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Tests;

public sealed class ConnectionTests
{
    private const int AtOnce = 32;
    private const int Rounds = 200;

    [Fact]
    public void However_many_open_the_database_at_once_no_two_have_the_same_connection()
    {
        using var library = new Library();
        var databases = library.Services.GetRequiredService<IDbContextFactory<PantometDb>>();
        var (together, handles, shared) = (new Barrier(AtOnce), new nint[AtOnce], 0);
        var threads = Enumerable.Range(0, AtOnce).Select(at => new Thread(() =>
        {
            for (var round = 0; round < Rounds; round++)
            {
                using var database = databases.CreateDbContext();
                together.SignalAndWait();
                database.Database.OpenConnection();
                var connection = (SqliteConnection)database.Database.GetDbConnection();
                handles[at] = connection.Handle!.DangerousGetHandle();
                together.SignalAndWait();
                // None of these is used again, so that the next round opens new ones.
                if (at == 0)
                {
                    shared += AtOnce - handles.Distinct().Count();
                    SqliteConnection.ClearPool(connection);
                }

                together.SignalAndWait();
            }
        })).ToList();
        threads.ForEach(thread => thread.Start());
        threads.ForEach(thread => thread.Join());
        Assert.Equal(0, shared);
    }
}
