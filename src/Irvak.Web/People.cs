namespace Irvak.Web;

/// <summary>Knows when people last asked for something: work in the background gives way to them.</summary>
/// <param name="clock">Its ticks are counted.</param>
public sealed class People(TimeProvider clock)
{
    /// <summary>After so long without a question nobody is at work just now.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromMilliseconds(300);

    /// <summary>Lists get current on a busy host too: a piece of work waits no longer than this.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(2);

    private long _asked;

    public void Asked() => Volatile.Write(ref _asked, clock.GetTimestamp());

    /// <summary>Comes back when nobody has asked for a moment, or when it has waited long enough.</summary>
    public async Task Gone(CancellationToken cancel)
    {
        var from = clock.GetTimestamp();
        while (clock.GetElapsedTime(from) < Patience)
        {
            var left = Quiet - clock.GetElapsedTime(Volatile.Read(ref _asked));
            if (left <= TimeSpan.Zero)
                return;
            await Task.Delay(left, clock, cancel);
        }
    }
}
