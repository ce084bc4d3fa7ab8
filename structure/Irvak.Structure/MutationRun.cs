using System.Diagnostics;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;
using Microsoft.CodeAnalysis.Diagnostics;

namespace Irvak.Structure;

/// <summary>Makes single changes of the core, one after another, runs its tests on each and tells which nobody noticed.</summary>
public sealed class MutationRun(string root, TextWriter log)
{
    private readonly CoreSources _core = CoreSources.Read(root);

    /// <param name="seed">The same seed makes the same changes.</param>
    /// <param name="onlyNumbers">Changes numbers that stand in the sources, and nothing else.</param>
    /// <returns>The changes that every test let pass.</returns>
    public IReadOnlyList<Mutation> Survivors(int count, int seed, bool onlyNumbers)
    {
        var folders = Floors.All[1].Rooms.Concat(Floors.All[2].Rooms).Select(r => r.Folder).Append("Handover").ToHashSet();
        var all = Mutation.All(_core, folders).Where(m => !onlyNumbers || m.Node is LiteralExpressionSyntax).ToList();
        var chosen = all.ToArray();
        new Random(seed).Shuffle(chosen);
        log.WriteLine($"{all.Count} changes are possible; {count} of them, seed {seed}");
        var work = Directory.CreateTempSubdirectory("mutate-").FullName;
        var survivors = new List<Mutation>();
        try
        {
            var tests = Copied(work);
            if (!Emit(_core.Compilation, Path.Combine(tests, "Irvak.Core.dll")) || !Passes(tests))
                throw new InvalidOperationException("The tests of the core do not pass as it is: " + _said);
            var made = 0;
            foreach (var mutation in chosen)
            {
                if (made == count)
                    break;
                if (!Emit(Changed(mutation), Path.Combine(tests, "Irvak.Core.dll")))
                    continue;
                made++;
                var noticed = !Passes(tests);
                log.WriteLine(
                    $"{made, 3} {(noticed ? "noticed " : "SURVIVED")} {mutation.File}:{mutation.Line}  {mutation.Was}  →  {mutation.Is}"
                );
                if (!noticed)
                    survivors.Add(mutation);
            }
            return survivors;
        }
        finally
        {
            Directory.Delete(work, true);
        }
    }

    /// <summary>The built tests of the core, in a folder of their own below a copy's root, so that files of the repository are
    /// found.</summary>
    private string Copied(string work)
    {
        var from = Directory.GetDirectories(Path.Combine(root, "tests", "Irvak.Core.Tests", "bin", "Debug", "net10.0")).Single();
        File.WriteAllText(Path.Combine(work, "irvak.slnx"), "");
        foreach (var folder in new[] { "src", "docs", "client", "demo", "structure", "benchmarks" })
            Directory.CreateSymbolicLink(Path.Combine(work, folder), Path.Combine(root, folder));
        var to = Path.Combine(work, "tests");
        Directory.CreateDirectory(to);
        Directory.CreateSymbolicLink(Path.Combine(to, "Shared"), Path.Combine(root, "tests", "Shared"));
        foreach (var file in Directory.GetFiles(from, "*", SearchOption.AllDirectories))
        {
            var target = Path.Combine(to, Path.GetRelativePath(from, file));
            Directory.CreateDirectory(Path.GetDirectoryName(target)!);
            File.Copy(file, target);
        }
        return to;
    }

    private CSharpCompilation Changed(Mutation mutation) =>
        _core.Compilation.ReplaceSyntaxTree(
            mutation.Tree,
            mutation.Tree.WithRootAndOptions(mutation.Tree.GetRoot().ReplaceNode(mutation.Node, mutation.Instead), mutation.Tree.Options)
        );

    /// <summary>Builds the core; false where a change makes no program.</summary>
    private static bool Emit(CSharpCompilation core, string target)
    {
        var options = (CSharpParseOptions)core.SyntaxTrees[0].Options;
        // The build writes the version into a file of its own; the tests ask for it by name and version.
        var version = CSharpSyntaxTree.ParseText("[assembly: System.Reflection.AssemblyVersion(\"1.0.0.0\")]", options);
        CSharpGeneratorDriver
            .Create(Generators(), parseOptions: options)
            .RunGeneratorsAndUpdateCompilation(core.WithAssemblyName("Irvak.Core").AddSyntaxTrees(version), out var whole, out _);
        using var file = File.Create(target);
        return whole.Emit(file).Success;
    }

    /// <summary>The framework's own generators, such as the one of patterns.</summary>
    private static IEnumerable<ISourceGenerator> Generators()
    {
        var sdk = Path.GetFullPath(
            Path.Combine(Path.GetDirectoryName(typeof(object).Assembly.Location)!, "..", "..", "..", "packs", "Microsoft.NETCore.App.Ref")
        );
        var analyzers = Directory.GetFiles(sdk, "System.Text.RegularExpressions.Generator.dll", SearchOption.AllDirectories);
        return analyzers
            .Order(StringComparer.Ordinal)
            .TakeLast(1)
            .SelectMany(a => new AnalyzerFileReference(a, Loader.Instance).GetGenerators(LanguageNames.CSharp));
    }

    private sealed class Loader : IAnalyzerAssemblyLoader
    {
        public static readonly Loader Instance = new();

        public void AddDependencyLocation(string fullPath) { }

        public System.Reflection.Assembly LoadFromPath(string fullPath) => System.Reflection.Assembly.LoadFrom(fullPath);
    }

    private string _said = "";

    // The structure is read from the sources, which nobody changed.
    private static readonly string[] OfSources = ["FloorsTests", "LongFunctionsTests", "WideRecordsTests", "LinesTests"];

    // What takes long runs last: nearly every change is noticed before.
    private static readonly string[][] Slow =
    [
        ["WholeTests"],
        ["Arrays.SimulationTests", "Bounds.BoundsTests"],
        ["Verdicts.SumTests", "NeighbourTests", "EdgeTests"],
    ];

    private bool Passes(string tests) =>
        Runs(tests, [.. OfSources.Concat(Slow.SelectMany(s => s)).SelectMany(c => new[] { "-class-", Tests + c })])
        && Slow.All(classes => Runs(tests, [.. classes.SelectMany(c => new[] { "-class", Tests + c })]));

    private const string Tests = "Irvak.Core.Tests.";

    private bool Runs(string tests, string[] which)
    {
        var start = new ProcessStartInfo(
            "dotnet",
            [Path.Combine(tests, "Irvak.Core.Tests.dll"), "-noColor", "-nologo", "-stopOnFail", .. which]
        )
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        using var run = Process.Start(start)!;
        var said = run.StandardOutput.ReadToEndAsync();
        run.ErrorDataReceived += (_, _) => { };
        run.BeginErrorReadLine();
        // One that never ends is noticed too.
        if (!run.WaitForExit(TimeSpan.FromMinutes(5)))
            run.Kill(true);
        run.WaitForExit();
        _said = string.Join('\n', said.Result.Split('\n').SkipWhile(l => !l.Contains("[FAIL]", StringComparison.Ordinal)).Take(8));
        return run.ExitCode == 0;
    }
}
