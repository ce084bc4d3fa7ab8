namespace Irvak.Web.Tests;

/// <summary>Work in the background gives way to people, and not for ever. Definition, no source; by a clock of its own, in
/// milliseconds.</summary>
public class PeopleTests
{
    private sealed class Clock : TimeProvider
    {
        private readonly List<(long Due, TimerCallback Call, object? State)> _timers = [];
        private long _now = 1_000_000;

        public override long TimestampFrequency => 1000;

        public override long GetTimestamp() => _now;

        public override ITimer CreateTimer(TimerCallback callback, object? state, TimeSpan due, TimeSpan period)
        {
            _timers.Add((_now + (long)due.TotalMilliseconds, callback, state));
            return new Nothing();
        }

        /// <summary>Time passes; what is due then is called.</summary>
        public void Pass(int milliseconds)
        {
            _now += milliseconds;
            foreach (var timer in _timers.Where(t => t.Due <= _now).ToList())
            {
                _timers.Remove(timer);
                timer.Call(timer.State);
            }
        }

        private sealed class Nothing : ITimer
        {
            public bool Change(TimeSpan dueTime, TimeSpan period) => true;

            public void Dispose() { }

            public ValueTask DisposeAsync() => default;
        }
    }

    [Fact]
    public void Nobody_at_work_is_waited_for()
    {
        var people = new People(new Clock());
        Assert.True(people.Gone(default).IsCompleted);
    }

    [Fact]
    public async Task After_a_question_it_waits_until_nobody_asked_for_a_moment()
    {
        var clock = new Clock();
        var people = new People(clock);
        people.Asked();
        var gone = people.Gone(default);
        clock.Pass(299);
        Assert.False(gone.IsCompleted);
        people.Asked();
        clock.Pass(1);
        Assert.False(gone.IsCompleted);
        clock.Pass(299);
        await gone.WaitAsync(TimeSpan.FromSeconds(30));
    }

    [Fact]
    public async Task People_who_never_stop_hold_it_up_for_two_seconds_at_most()
    {
        var clock = new Clock();
        var people = new People(clock);
        people.Asked();
        var gone = people.Gone(default);
        for (var passed = 0; passed < 1999; passed++)
        {
            people.Asked();
            clock.Pass(1);
            Assert.False(gone.IsCompleted);
        }
        // The wait under way ends with the moment it was for.
        for (var passed = 0; passed < 300; passed++)
            clock.Pass(1);
        await gone.WaitAsync(TimeSpan.FromSeconds(30));
    }
}
