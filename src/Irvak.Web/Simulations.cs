using System.Collections.Concurrent;
using Irvak.Core.Arrays;

namespace Irvak.Web;

/// <summary>How a simulation stands.</summary>
/// <param name="Of">Runs asked for.</param>
/// <param name="Ended">True when it is done or was cancelled; what was seen until then counts.</param>
public sealed record SimulationView(Guid Id, string Array, long Of, bool Ended, bool Cancelled, SimulationVerdict Verdict);

/// <summary>Simulations that run in the background: one at a time, on all cores. Nothing of them is stored.</summary>
public sealed class Simulations : IDisposable
{
    // The newest few are kept, so that a screen that was away still finds its result.
    private const int MostKept = 32;

    private sealed class Run(Guid id, string array, SimulationQuestion question, double? chain) : IDisposable
    {
        public Guid Id => id;
        public string Array => array;
        public SimulationQuestion Question => question;
        public double? Chain => chain;
        public SimulationCount Seen { get; set; } = new(0, 0, 0);
        public bool Ended { get; set; }
        public CancellationTokenSource Stop { get; } = new();

        public void Dispose() => Stop.Dispose();
    }

    private readonly ConcurrentDictionary<Guid, Run> _runs = new();
    private readonly ConcurrentQueue<Guid> _order = new();
    private readonly SemaphoreSlim _one = new(1);

    /// <summary>Begins one; it waits for its turn when another runs.</summary>
    public SimulationView Begin(string array, ArrayShape shape, LossQuestion loss, SimulationQuestion question)
    {
        var run = new Run(Guid.NewGuid(), array, question, SimulationVerdict.ChainOf(shape, loss, question));
        _runs[run.Id] = run;
        _order.Enqueue(run.Id);
        while (_order.Count > MostKept && _order.TryDequeue(out var old))
            if (_runs.TryRemove(old, out var gone))
                gone.Stop.Cancel();
        _ = Task.Run(() => Work(run, shape, loss));
        return View(run);
    }

    public SimulationView? Find(Guid id) => _runs.TryGetValue(id, out var run) ? View(run) : null;

    public SimulationView? Cancel(Guid id)
    {
        if (!_runs.TryGetValue(id, out var run))
            return null;
        run.Stop.Cancel();
        return View(run);
    }

    private async Task Work(Run run, ArrayShape shape, LossQuestion loss)
    {
        try
        {
            await _one.WaitAsync(run.Stop.Token);
        }
        catch (OperationCanceledException)
        {
            run.Ended = true;
            return;
        }
        try
        {
            run.Seen = LossSimulation.Run(shape, loss, run.Question, Environment.ProcessorCount, seen => run.Seen = seen, run.Stop.Token);
        }
        finally
        {
            _one.Release();
            run.Ended = true;
        }
    }

    private static SimulationView View(Run run) =>
        new(
            run.Id,
            run.Array,
            run.Question.Runs,
            run.Ended,
            run.Stop.IsCancellationRequested,
            SimulationVerdict.Of(run.Question, run.Seen, run.Chain)
        );

    public void Dispose()
    {
        foreach (var run in _runs.Values)
            run.Stop.Cancel();
        _one.Dispose();
    }
}
