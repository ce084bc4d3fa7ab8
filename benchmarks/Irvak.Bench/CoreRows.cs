using System.Diagnostics;
using System.Text.Json;
using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Filling;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Solvers;
using Irvak.Store;
using Irvak.Web;

namespace Irvak.Bench;

/// <summary>The core, against writing what it worked out as JSON once: a job with its state and all that follows from it.</summary>
internal static class CoreRows
{
    // The code of an evaluation is compiled by then.
    private static readonly TimeSpan Warm = TimeSpan.FromMilliseconds(200);

    public static void Run(Cases cases, Report report)
    {
        Evaluations("everything", cases.Everything(), cases, report);
        Evaluations("60 drives in 6 arrays", Cases.Sixty(), cases, report);
        Whole(cases, report);
        Ways("everything", cases.Everything(), cases, report);
        Filling(cases, report);
        Controllers(cases.ThreeControllers(), cases, report);
    }

    /// <summary>One drive for sixty free bays, spread over four controllers.</summary>
    private static void Filling(Cases cases, Report report)
    {
        var state = cases.FourControllers();
        var ask = new FillQuestion(Unit.Of(cases.Shelf["ek-s8"]));
        var planned = BayFill.Of(Question.Of(state, cases.Evidence, cases.Shelf).Paths, ask);
        if (planned.Placed != 60)
            throw new InvalidOperationException($"{planned.Placed} of 60 bays are filled.");
        Held(
            "filling 60 bays over 4 controllers",
            9,
            1000,
            () => BayFill.Of(Question.Of(state, cases.Evidence, cases.Shelf).Paths, ask),
            report
        );
    }

    /// <summary>All that follows from the job that has everything, on the largest machine of the demo, nothing kept from before.</summary>
    private static void Whole(Cases cases, Report report)
    {
        var state = cases.Everything();
        Held(
            "all that follows from everything",
            200,
            5,
            () => Evaluation.Evaluate(Question.Of(state, cases.Evidence, cases.Shelf)),
            report
        );
    }

    /// <summary>A time held to milliseconds, as far as the machine is left alone.</summary>
    private static void Held<T>(string what, int times, double ms, Func<T> work, Report report)
    {
        var pace = new Pace();
        var taken = new List<double>();
        for (var i = 0; i < times; i++)
        {
            pace.Take();
            var began = Stopwatch.GetTimestamp();
            work();
            taken.Add(Stopwatch.GetElapsedTime(began).TotalMilliseconds);
        }
        report.Add(pace.Held(what, Alternating.Median(taken), ms));
    }

    /// <summary>Each controller of the shelf planned on trial, against the evaluations that it takes.</summary>
    private static void Controllers(JobState state, Cases cases, Report report)
    {
        var kept = new Kept();
        var q = Question.Of(state, cases.Evidence, cases.Shelf);
        var before = Evaluation.Evaluate(q, kept);
        var rows = ControllerTable.Of(q.Storage);
        var made = 0;
        var t = Alternating.Medians(
            TimeSpan.FromMilliseconds(400),
            () =>
            {
                var trials = new Trials(state, s => Evaluation.Evaluate(Question.Of(s, cases.Evidence, cases.Shelf), new Kept(kept)));
                ControllerTrials.Of(rows, before, trials);
                made = trials.Made;
            },
            () => Evaluation.Evaluate(Question.Of(state, cases.Evidence, cases.Shelf))
        );
        report.Add(
            new("controllers on trial", Report.Time(t[0]), $"{made} evaluations {Report.Time(made * t[1])}", t[0] / (made * t[1]), 1)
        );
    }

    private static void Evaluations(string name, JobState state, Cases cases, Report report)
    {
        var view = View(state, cases);
        // OneEdit or the job before has run most of it.
        var t = Alternating.Medians(
            TimeSpan.FromMilliseconds(400),
            () => JsonSerializer.SerializeToUtf8Bytes(view, Database.Json),
            () => Evaluation.Evaluate(Question.Of(state, cases.Evidence, cases.Shelf)),
            () => View(state, cases),
            () => JsonSerializer.SerializeToUtf8Bytes(state, Database.Json)
        );
        var against = $"writing it down once {Report.Time(t[0])}";
        report.Add(new($"evaluation, {name}", Report.Time(t[1]), against, t[1] / t[0], 3));
        report.Add(new($"evaluation, {name}", Report.Time(t[1]), $"its state alone as JSON {Report.Time(t[3])}", t[1] / t[3], null));
        foreach (var (what, edit) in Touching(state))
            After(what, name, state, edit, view, cases, report);
        report.Add(new($"all its screens, {name}", Report.Time(t[2]), against, t[2] / t[0], null));
    }

    /// <summary>Everything that follows from a state, as its screens show it.</summary>
    private static JobView View(JobState state, Cases cases) =>
        JobView.Of(new Job(1, "1", "t", "o", "b", default, 1, state), cases.Evidence, cases.Shelf, new Kept());

    /// <summary>Edits that touch one capability each.</summary>
    private static IEnumerable<(string, Edit)> Touching(JobState state)
    {
        yield return ("a wish", new SetWish(WishKind.MemoryGiB, 512));
        yield return ("a note", new SetNote("machine", "mind the step"));
        if (state.Planned.Units.FirstOrDefault(u => u.Key.IsSlot) is { Key: { } slot } module)
            yield return ("a module", new Remove(slot));
        yield return ("an array", new MakeArray(state.Arrays.Plans.Values.First()! with { WrittenGBPerDay = 300 }));
        yield return ("a drive", new Remove(state.Planned.Units.First(u => u.Key.Kind == PlaceKind.Bay).Key));
    }

    private static void After(string what, string name, JobState state, Edit edit, JobView view, Cases cases, Report report)
    {
        var kept = new Kept();
        Evaluation.Evaluate(Question.Of(state, cases.Evidence, cases.Shelf), kept);
        var next = EditFold.Apply(state, edit, new Stamp("bench", default));
        var t = Alternating.Medians(
            Warm,
            () => JsonSerializer.SerializeToUtf8Bytes(view, Database.Json),
            () => Evaluation.Evaluate(Question.Of(next, cases.Evidence, cases.Shelf), new Kept(kept))
        );
        report.Add(new($"after {what}, {name}", Report.Time(t[1]), $"writing all down once {Report.Time(t[0])}", t[1] / t[0], 1));
    }

    /// <summary>All ways out of all findings, against as many evaluations as they made, one by one.</summary>
    private static void Ways(string name, JobState state, Cases cases, Report report)
    {
        var made = Search(state, cases);
        var t = Alternating.Medians(
            Warm,
            () => Search(state, cases),
            () => Evaluation.Evaluate(Question.Of(state, cases.Evidence, cases.Shelf))
        );
        report.Add(
            new(
                $"ways out of all findings, {name}",
                Report.Time(t[0]),
                $"{made} evaluations {Report.Time(made * t[1])}",
                t[0] / (made * t[1]),
                1
            )
        );
    }

    /// <returns>How many evaluations it took.</returns>
    private static int Search(JobState state, Cases cases)
    {
        var kept = new Kept();
        var before = Evaluation.Evaluate(Question.Of(state, cases.Evidence, cases.Shelf), kept);
        var trials = new Trials(state, s => Evaluation.Evaluate(Question.Of(s, cases.Evidence, cases.Shelf), new Kept(kept)));
        foreach (var finding in before.Findings)
            WaysOut.Of(before, finding, cases.Shelf, trials);
        return trials.Made;
    }

    /// <summary>Works one job out again and again for a minute, for a profiler: 0 whole, 1 and up after the edit of that number, -1
    /// with all ways out. Says each second what one took, so that one sees when the compiler is done.</summary>
    public static int Turn(Cases cases, string which, int edit)
    {
        if (which == "plain")
        {
            var one = new OneEdit(cases);
            for (var turn = 0; turn < 6; turn++)
                Console.WriteLine(Report.Time(one.Milliseconds(TimeSpan.FromSeconds(10)) * 1000));
            return 0;
        }
        var state = which == "sixty" ? Cases.Sixty() : cases.Everything();
        var kept = new Kept();
        Evaluation.Evaluate(Question.Of(state, cases.Evidence, cases.Shelf), kept);
        var next = edit <= 0 ? state : EditFold.Apply(state, Touching(state).ElementAt(edit - 1).Item2, new Stamp("bench", default));
        for (var second = 1; second <= 60; second++)
        {
            var (from, count) = (Stopwatch.GetTimestamp(), 0);
            for (; Stopwatch.GetElapsedTime(from).TotalSeconds < 1; count++)
                if (edit < 0)
                    Search(state, cases);
                else
                    Evaluation.Evaluate(Question.Of(next, cases.Evidence, cases.Shelf), edit == 0 ? null : new Kept(kept));
            Console.WriteLine($"second {second}: {Report.Time(Stopwatch.GetElapsedTime(from).TotalMicroseconds / count)}");
        }
        return 0;
    }
}
