using System.Text.Json.Serialization;
using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Distances;
using Irvak.Core.Drives;
using Irvak.Core.Evidence;
using Irvak.Core.Expectations;
using Irvak.Core.Handover;
using Irvak.Core.Inputs;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Quantities;
using Irvak.Core.Running;
using Irvak.Core.Sheets;
using Irvak.Core.Shopping;
using Irvak.Core.Steps;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;
using Irvak.Core.Volumes;
using Irvak.Core.Wear;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>A finding as screens show it; the words come from the rule.</summary>
public sealed record FindingView(
    string Code,
    Severity Severity,
    Basis Basis,
    string Sentence,
    string Reason,
    string Source,
    IReadOnlyList<Place> Places,
    Worked? Why
)
{
    public required bool AsFoundToo { get; init; }

    /// <summary>True for what was so before and is about what the job has nothing to do with.</summary>
    public required bool Aside { get; init; }

    /// <summary>Working sheet of Fit that it belongs to.</summary>
    public required WorkingSheet Sheet { get; init; }

    /// <summary>What sources say of the value it leans on, where they differ.</summary>
    public required IReadOnlyList<Claim> Claims { get; init; }

    public static FindingView Of(Finding f) =>
        new(f.Rule.Code, f.Severity, f.Basis, f.Sentence, f.Rule.Reason, f.Rule.Source, f.Places, f.Why)
        {
            AsFoundToo = f.AsFoundToo,
            Aside = f.Aside,
            Sheet = f.Rule.Sheet,
            Claims = f.Claims,
        };
}

/// <summary>A finding's computed ways out.</summary>
public sealed record WaysView(string Code, IReadOnlyList<Place> Places, IReadOnlyList<WayOut> Ways);

/// <summary>A capture that this job keeps.</summary>
public sealed record CaptureView(
    long Id,
    string Phase,
    string Kind,
    string Sentence,
    int Lines,
    int Used,
    IReadOnlyList<Captures.NotUnderstood> Rest,
    bool CutOff
)
{
    public required IReadOnlyList<string> Remarks { get; init; }

    public required string Who { get; init; }

    public required DateTimeOffset At { get; init; }

    public required string? Name { get; init; }

    public required IReadOnlyList<Core.Survey.Changed> Changed { get; init; }
}

/// <summary>Everything the screens of one job show.</summary>
public sealed record JobView
{
    public required string Number { get; init; }

    public required string Title { get; init; }

    public required string Owner { get; init; }

    public required int LastNumber { get; init; }

    public required DateTimeOffset BegunAt { get; init; }

    public required Stage Stage { get; init; }

    public required IReadOnlyList<Knot> Way { get; init; }

    /// <summary>What lists say of it; its own screens show the thing itself.</summary>
    [JsonIgnore]
    public InTheWay InTheWay { get; init; } = new(null, "", 0, 0);

    public required MachineSheet? Sheet { get; init; }

    public required SystemFacts System { get; init; }

    public required IReadOnlyDictionary<Place, Unit> Found { get; init; }

    public required IReadOnlyCollection<Place> FoundEmpty { get; init; }

    public required IReadOnlyDictionary<Place, Unit> Planned { get; init; }

    public required IReadOnlyList<Change> Changes { get; init; }

    public required Aim Aim { get; init; }

    public required Policy Policy { get; init; }

    public required IReadOnlyList<Unknown> Unknowns { get; init; }

    public required MemorySheet? Memory { get; init; }

    /// <summary>Arrays as found and planned, with their figures.</summary>
    public required ArraySheet? Arrays { get; init; }

    /// <summary>Roots, slots and devices with the lanes between them, as planned.</summary>
    public required LaneSheet? Lanes { get; init; }

    /// <summary>Where the speed of every array goes, as planned and as found.</summary>
    public required PathSheet? Paths { get; init; }

    /// <summary>Current over the start, plugs, temperatures and air.</summary>
    public required PowerSheet? Power { get; init; }

    /// <summary>What the system starts from, and what could take its place.</summary>
    public required BootSheet? Boot { get; init; }

    /// <summary>Caches of the plan with their figures.</summary>
    public required IReadOnlyList<CacheFigures> Caches { get; init; }

    /// <summary>Life of every flash drive of the plan.</summary>
    public required IReadOnlyList<EnduranceRow> Endurance { get; init; }

    /// <summary>Data whose drives leave or are written over, with the ways it can move.</summary>
    public required IReadOnlyList<MoveSubject> Moves { get; init; }

    /// <summary>Drives that leave, with how they are wiped.</summary>
    public required IReadOnlyList<LeavingDrive> Leaving { get; init; }

    /// <summary>The backup before opening, and what may hold data; null while the machine is not known.</summary>
    public required BackupBefore? Backup { get; init; }

    /// <summary>Defaults of drives, with what was put in their place.</summary>
    public required IReadOnlyList<FigureRow> Figures { get; init; }

    public required IReadOnlyList<FindingView> Findings { get; init; }

    public required IReadOnlyList<Distance> Ledge { get; init; }

    /// <summary>Memory that is needed by what runs on it and by what its load showed; null where nothing can be worked out.</summary>
    public MemoryNeed? Need { get; init; }

    /// <summary>Wished volumes with the arrays they lie on.</summary>
    public required IReadOnlyList<VolumeFigures> Volumes { get; init; }

    public required ShoppingList? Shopping { get; init; }

    public required Runbook? Runbook { get; init; }

    public required IReadOnlyDictionary<string, Tick> Ticks { get; init; }

    public required IReadOnlyList<ComparedLine> Lines { get; init; }

    public required IReadOnlyList<Explanation> Explanations { get; init; }

    /// <summary>States that are right although they look wrong.</summary>
    public required IReadOnlyList<LooksWrong> LooksWrong { get; init; }

    /// <summary>The page that the owner gets; null while the machine is not known.</summary>
    public required HandoverPage? Handover { get; init; }

    public required SurveyView Survey { get; init; }

    /// <summary>What the job is about: all of it where nobody said.</summary>
    public required IReadOnlyCollection<Topic> Topics { get; init; }

    public required Tick? HandedOver { get; init; }

    /// <summary>What of this job can't be read or worked out any more, in a sentence; null when all can.</summary>
    public required string? Damage { get; init; }

    /// <summary>False when it can't be worked out: only its history is shown, and its last change can be taken back.</summary>
    public bool WorksOut { get; init; } = true;

    /// <summary>A job of which nothing can be computed: its name and history are there.</summary>
    public static JobView Damaged(Job job, string part)
    {
        var sentence =
            $"Its {part} can’t be worked out any more. Take its last change back, or tell whoever runs Irvak; nothing of it is lost.";
        return Of(
            job with
            {
                State = new JobState { HandedOver = job.State.HandedOver },
                Damage = job.Damage is null ? sentence : job.Damage + " " + sentence,
            },
            EvidenceBook.Empty,
            ShelfBook.Empty,
            new Kept()
        ) with
        {
            WorksOut = false,
            Policy = job.State.Policy,
            // How far each stage is can't be told; it is not nothing.
            Way = [.. Enum.GetValues<Stage>().Select(s => new Knot(s, "–", false))],
        };
    }

    /// <param name="kept">Takes what was worked out for the job before, and keeps what is worked out now.</param>
    public static JobView Of(Job job, EvidenceBook evidence, IReadOnlyDictionary<string, ShelfPart> shelf, Kept kept)
    {
        var state = job.State;
        var question = state.Sheet is null ? null : Question.Of(state, evidence, shelf);
        var evaluation = question is null ? null : Evaluation.Evaluate(question, kept);
        var progress = Progress.Of(state, evaluation);
        var topics = JobTopics.Of(state);
        return new JobView
        {
            Number = job.Number,
            Title = job.Title,
            Owner = job.Owner,
            LastNumber = job.LastNumber,
            BegunAt = job.BegunAt,
            Stage = progress.Stage,
            InTheWay = progress.InTheWay,
            Way = progress.Way,
            Sheet = state.Sheet,
            System = state.System,
            Found = state.Found,
            FoundEmpty = state.FoundEmpty,
            Planned = state.Planned.Units,
            Changes = question?.Machine.Changes ?? [],
            Aim = state.Aim,
            Policy = state.Policy,
            Unknowns = progress.Unknowns,
            Memory = evaluation?.Memory,
            Arrays = evaluation?.Arrays,
            Lanes = evaluation?.Lanes,
            Paths = evaluation?.Paths,
            Power = evaluation?.Power,
            Boot = question is null ? null : kept.Of("boot shown", question.Boot, BootSheet.Of),
            Caches = evaluation?.Caches ?? [],
            Endurance = evaluation?.Endurance ?? [],
            Moves = evaluation?.Moves ?? [],
            Leaving = evaluation?.Leaving ?? [],
            Backup = evaluation?.Backup,
            Figures = DriveDefaults.Table(state.Drives.Figures),
            Findings = [.. progress.Findings.Select(FindingView.Of)],
            Ledge = evaluation?.Ledge ?? [],
            Need = evaluation?.Need,
            Volumes = evaluation?.Volumes ?? [],
            Shopping = evaluation?.Shopping,
            Runbook = evaluation?.Runbook,
            Ticks = state.Ticks,
            Lines = progress.Lines,
            Explanations = progress.Explanations,
            LooksWrong = Core.Expectations.LooksWrong.Of(
                state.Sheet,
                state.Changes(),
                topics.Contains(Core.Aims.Topic.Memory),
                state.Arrays.Plans.Count > 0,
                (evaluation?.Arrays.Planned.Count ?? 0) + (evaluation?.Arrays.Found.Count ?? 0)
            ),
            Handover = question is null
                ? null
                : HandoverWriter.Of(
                    new(job.Number, job.Title, job.Owner),
                    state,
                    question,
                    evaluation! with
                    {
                        Findings = progress.Findings,
                    },
                    progress.Lines
                ),
            Survey = SurveyView.Of(state),
            Topics = [.. topics.Order()],
            HandedOver = state.HandedOver,
            Damage = job.Damage,
        };
    }
}
