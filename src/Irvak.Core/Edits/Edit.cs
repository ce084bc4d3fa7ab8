using Irvak.Core.Builds;
using Irvak.Core.Contracts;

namespace Irvak.Core.Edits;

/// <summary>One change of a job. Edits are stored as they are and never altered.</summary>
public abstract record Edit
{
    /// <summary>What this edit touches; two edits clash only where these meet.</summary>
    public abstract IEnumerable<string> Touches();

    /// <summary>What the edit puts at a subject, in words; equal words are no clash.</summary>
    public abstract string ValueAt(string subject);

    /// <summary>The edit as history tells it, without the name.</summary>
    public abstract string Tell();
}

/// <summary>An edit of what is known of the machine, or planned for its places.</summary>
public abstract record MachineEdit : Edit
{
    /// <summary>Why it can't be applied: a path into the edit and a sentence; null when it can.</summary>
    public virtual SheetProblem? Refusal(MachineState machine) => null;

    /// <summary>The state after it; what the state holds beyond the machine stays as it is.</summary>
    public abstract MachineState Applied(MachineState machine, Stamp stamp);
}

/// <summary>An edit of what one capability keeps of the plan.</summary>
/// <typeparam name="TSlice">What that capability keeps.</typeparam>
public abstract record SliceEdit<TSlice> : Edit
{
    /// <summary>Why it can't be applied: a path into the edit and a sentence; null when it can.</summary>
    public virtual SheetProblem? Refusal(MachineState machine, TSlice slice) => null;

    /// <summary>The slice after it.</summary>
    public abstract TSlice Applied(MachineState machine, TSlice slice, Stamp stamp);
}
