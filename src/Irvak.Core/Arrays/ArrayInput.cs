using Irvak.Core.Drives;
using Irvak.Core.Inputs;
using Irvak.Core.Places;

namespace Irvak.Core.Arrays;

/// <summary>What the computations of arrays look at.</summary>
public record ArrayInput : PlanInput
{
    public ArrayInput(PlanInput machine)
        : base(machine) { }

    /// <summary>Arrays as they are to be.</summary>
    public IReadOnlyList<ArrayPlan> Arrays { get; init; } = [];

    public IReadOnlyList<ArrayPlan> FoundArrays { get; init; } = [];

    /// <summary>How the arrays stand that are in use, those of unknown level among them.</summary>
    public IReadOnlyList<ArrayNow> Now { get; init; } = [];

    /// <summary>How a found array stands; null for one that no found drive belongs to.</summary>
    public ArrayNow? NowOf(string array) => Now.FirstOrDefault(n => n.Name == array);

    /// <summary>The found array that a planned one still is; null for one that is made anew or grown.</summary>
    public ArrayPlan? StillAs(ArrayPlan array) => FoundArrays.FirstOrDefault(array.IsMadeLike);

    /// <summary>The found array that a planned one grows from; null when it grows from none.</summary>
    public ArrayPlan? GrownFrom(ArrayPlan array) => FoundArrays.FirstOrDefault(array.Grows);

    /// <summary>Members that a planned array gets in place of those which it lost and which are in no place any more; none when it lost
    /// none.</summary>
    public IReadOnlyList<Place> Mends(ArrayPlan array) =>
        GrownFrom(array) is { } was && NowOf(was.Name) is { MissesLost: true } now
            ? [.. array.Members.Except(was.Members).Take(now.Unplaced)]
            : [];

    /// <summary>Figures in place of the defaults of drives.</summary>
    public DriveFigures Figures { get; init; } = DriveFigures.Usual;

    /// <summary>Models of drives whose firmware the plan updates.</summary>
    public IReadOnlyList<DriveVersion> DriveFirmware { get; init; } = [];

    /// <summary>What keeps an array takes of every member, where that is known better than by the kind of keeper; null where it is
    /// not.</summary>
    /// <param name="planned">True for an array of the plan, false for one that was found.</param>
    public virtual MemberReserve? ReserveOf(ArrayPlan array, bool planned) => null;

    /// <summary>Arrays that the plan makes, makes anew or grows.</summary>
    public IEnumerable<ArrayPlan> Made => Arrays.Where(a => StillAs(a) is null);
}
