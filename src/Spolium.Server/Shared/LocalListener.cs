using System.Net;
using System.Net.Sockets;

namespace Spolium.Server.Shared;

/// <summary>A stand-in for an outside device or service: it listens on a free port of this machine alone.</summary>
public abstract class LocalListener : BackgroundService
{
    private readonly TcpListener listener = new(IPAddress.Loopback, 0);
    private readonly TaskCompletionSource<int> port = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>The port, once it listens.</summary>
    public Task<int> Port => port.Task;

    /// <summary>Serves one who has called until that one hangs up.</summary>
    protected abstract Task Serve(TcpClient client, CancellationToken stopping);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        listener.Start();
        port.SetResult(((IPEndPoint)listener.LocalEndpoint).Port);
        try
        {
            while (true)
                _ = Serve(await listener.AcceptTcpClientAsync(stoppingToken), stoppingToken);
        }
        catch (OperationCanceledException)
        {
            listener.Stop();
        }
    }

    public override void Dispose()
    {
        listener.Dispose();
        base.Dispose();
        GC.SuppressFinalize(this);
    }
}
