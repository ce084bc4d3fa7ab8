using System.Net;
using System.Net.Sockets;

namespace Irvak.Browser.Tests;

/// <summary>A line to the host that can be cut and mended: what the browser opens is this end of it.</summary>
public sealed class Line(Uri host) : IDisposable
{
    private readonly List<TcpClient> _open = [];
    private TcpListener? _listener;
    private int _port;

    public Uri Address => new($"http://127.0.0.1:{_port}");

    public Line Mend()
    {
        _listener = new TcpListener(IPAddress.Loopback, _port);
        _listener.Start();
        _port = ((IPEndPoint)_listener.LocalEndpoint).Port;
        _ = Accept(_listener);
        return this;
    }

    /// <summary>Whoever talks is interrupted, and nobody gets through any more.</summary>
    public void Cut()
    {
        _listener?.Stop();
        _listener = null;
        lock (_open)
        {
            foreach (var client in _open)
                client.Dispose();
            _open.Clear();
        }
    }

    private async Task Accept(TcpListener listener)
    {
        try
        {
            while (true)
                _ = Carry(await listener.AcceptTcpClientAsync());
        }
        catch (Exception e) when (e is SocketException or ObjectDisposedException)
        {
            // Cut.
        }
    }

    private async Task Carry(TcpClient near)
    {
        var far = new TcpClient();
        lock (_open)
            _open.AddRange([near, far]);
        try
        {
            await far.ConnectAsync(host.Host, host.Port);
            await Task.WhenAny(near.GetStream().CopyToAsync(far.GetStream()), far.GetStream().CopyToAsync(near.GetStream()));
        }
        catch (Exception e) when (e is IOException or SocketException or ObjectDisposedException or InvalidOperationException)
        {
            // Cut, or closed by one end.
        }
        finally
        {
            near.Dispose();
            far.Dispose();
        }
    }

    public void Dispose() => Cut();
}
