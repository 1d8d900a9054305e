using System.Collections.Immutable;
using Spolium.Core.Solutions;

namespace Spolium.Core.Materials;

/// <summary>
/// What is in a vessel: every substance in its phase with its moles, in all worlds, and the part that nobody knows.
/// Immutable. Only dosing, reacting and splitting change amounts, so mass is conserved in every world by construction.
/// Gases stay in the charge until a method lets them go (<see cref="LetGasGo"/>).
/// </summary>
public sealed class Charge
{
    public static readonly Charge Empty = new([], Working.Zero(Dimension.Mass), []);

    private static readonly Comparer<KeyValuePair<Species, Working>> BySubstance = Comparer<KeyValuePair<Species, Working>>.Create(
        (a, b) => Compare(a.Key, b.Key)
    );

    private Charge(ImmutableArray<KeyValuePair<Species, Working>> moles, Working unknown, ImmutableSortedSet<string> marks)
    {
        Moles = moles;
        Unknown = unknown;
        Marks = marks;
    }

    /// <summary>Moles by substance, in the order of phases and formulas. A flat array: a charge holds some twenty, and is gone through far
    /// more often than it is changed.</summary>
    public ImmutableArray<KeyValuePair<Species, Working>> Moles { get; }

    public IEnumerable<Species> Substances => Moles.Select(m => m.Key);

    /// <summary>Grams of solid whose substance is not known: carried, never taken as nothing.</summary>
    public Working Unknown { get; }

    /// <summary>What is suspected or known of it beside its amounts ("beryllium", "cyanide"): goes with every part and everything that it
    /// meets.</summary>
    public ImmutableSortedSet<string> Marks { get; }

    public Charge Marked(IEnumerable<string> marks) => new(Moles, Unknown, Marks.Union(marks));

    /// <summary>Without what a fire or a sorting has taken for good.</summary>
    public Charge Unmarked(IEnumerable<string> marks) => new(Moles, Unknown, Marks.Except(marks));

    /// <summary>Lays open a share of what is locked in moulded parts.</summary>
    public Charge Opened(Working share) =>
        Substances
            .Where(s => s.Locked)
            .ToList()
            .Aggregate(this, (c, s) =>
            {
                var (opened, rest) = c.Split(x => x == s ? share : null);
                return rest.With(s with { Locked = false }, opened.Of(s));
            });

    /// <summary>The same charge as a holding that people know by name: what stood unnamed in it is told by substance and holding.</summary>
    public Charge Named(string holding) =>
        Moles.All(m => m.Value.Label is not null || Working.IsNothing(m.Value))
            ? this
            : new(
                [
                    .. Moles.Select(m =>
                        m.Value.Label is null && !Working.IsNothing(m.Value)
                            ? KeyValuePair.Create(m.Key, m.Value.Named($"{m.Key.Formula} in {holding}"))
                            : m
                    ),
                ],
                Unknown,
                Marks
            );

    private static int Compare(Species a, Species b)
    {
        // As numbers: an enum that is compared as one is boxed.
        var byPhase = ((int)a.Phase).CompareTo((int)b.Phase);
        var byFormula = byPhase != 0 ? byPhase : string.CompareOrdinal(a.Formula, b.Formula);
        return byFormula != 0 ? byFormula : a.Locked.CompareTo(b.Locked);
    }

    // At or above zero where it stands; else the complement of where it would.
    private static int At(ImmutableArray<KeyValuePair<Species, Working>> moles, Species species) =>
        moles.BinarySearch(new(species, null!), BySubstance);

    private static ImmutableArray<KeyValuePair<Species, Working>> Set(
        ImmutableArray<KeyValuePair<Species, Working>> moles,
        Species species,
        Working n
    ) => At(moles, species) is >= 0 and var i ? moles.SetItem(i, new(species, n)) : moles.Insert(~At(moles, species), new(species, n));

    /// <summary>Moles of a substance; nothing when it is not there.</summary>
    public Working Of(Species species) => At(Moles, species) is >= 0 and var i ? Moles[i].Value : Working.Zero(Dimension.Substance);

    /// <summary>Grams of a substance.</summary>
    public Working Grams(Species species) => Of(species) * Molar.Mass(species.Formula);

    /// <summary>Grams of an element in all substances of the charge.</summary>
    public Working Element(string symbol)
    {
        var weight = Molar.Mass(symbol);
        var parts = Moles
            .Where(m => m.Key.Atoms(symbol) > 0)
            .Select(m => m.Key.Atoms(symbol) is 1 ? m.Value : m.Value * m.Key.Atoms(symbol))
            .ToList();
        return parts.Count == 0 ? Working.Zero(Dimension.Mass) : Working.Sum(parts, Dimension.Substance) * weight;
    }

    /// <summary>Symbols of the metals in the charge that acids of this shop take, as solids or dissolved.</summary>
    public IEnumerable<string> Metals =>
        Substances.SelectMany(s => s.Parse().Atoms.Keys).Where(e => MetalInAcid.Find(e, true) is not null).Distinct();

    /// <summary>Symbols of all that the book follows: these metals, and what a lot holds beside them as an element by itself.</summary>
    public IEnumerable<string> Booked =>
        Metals
            .Concat(Substances.Where(Species.IsElement).SelectMany(s => s.Parse().Atoms.Keys).Where(ElementAtWork.BySymbol.ContainsKey))
            .Distinct();

    // Sums are asked for by vessel, warming, safety and figures of one plan.
    private Working? mass;
    private Working? allSolids;
    private Working? dissolved;

    /// <summary>Grams of everything.</summary>
    public Working Mass() => mass ??= Working.Sum(Moles.Select(m => m.Value * Molar.Mass(m.Key.Formula)).Append(Unknown), Dimension.Mass);

    public Charge With(Species species, Working more) =>
        new(Set(Moles, species, Working.IsNothing(Of(species)) ? more : Of(species) + more), Unknown, Marks);

    /// <summary>Adds so many moles of a substance as it stands in a vessel (acids and salts as their ions).</summary>
    public Charge Dissolve(string formula, Working more) => Species.InVessel(formula).Aggregate(this, (c, s) => c.With(s, more));

    public Charge WithUnknown(Working grams) => new(Moles, Working.IsNothing(Unknown) ? grams : Unknown + grams, Marks);

    public Charge Plus(Charge other)
    {
        var sum = other.Moles.Aggregate(this, (c, m) => c.With(m.Key, m.Value));
        return (Working.IsNothing(other.Unknown) ? sum : sum.WithUnknown(other.Unknown)).Marked(other.Marks);
    }

    /// <summary>
    /// Lets a reaction run. The extent is clamped in every world to what is there; substances named as taken from outside
    /// (oxygen of the air) may run below zero and so show what came in.
    /// </summary>
    public (Charge After, Working Extent) React(Reaction reaction, Working extent, params Species[] fromOutside)
    {
        var possible = extent;
        foreach (var (species, n) in reaction.Net)
            if (n < 0 && !fromOutside.Contains(species))
                possible = Tighter(possible, n == -1 ? Of(species) : Of(species) / -n);
        var after = Moles;
        foreach (var (species, n) in reaction.Net)
        {
            var change = Math.Abs(n) == 1 ? possible : possible * Math.Abs(n);
            after = Set(after, species, n > 0 ? (Working.IsNothing(Of(species)) ? change : Of(species) + change) : Of(species) - change);
        }
        return (new(after, Unknown, Marks), possible);
    }

    // The clamp is left out of the working where it binds in no world.
    private static Working Tighter(Working extent, Working available)
    {
        for (var w = 0; w < Amount.Worlds; w++)
            if (available.Amount[w] < extent.Amount[w])
                return Working.Least(extent, Working.AtLeastZero(available));
        return extent;
    }

    /// <summary>Parts the charge: each substance by its own share (0 to 1); the rest is the whole less the part.</summary>
    public (Charge Part, Charge Left) Split(Func<Species, Working?> share, Working? unknownShare = null)
    {
        var part = Empty.Marked(Marks);
        var rest = this;
        foreach (var (species, n) in Moles)
        {
            if (share(species) is not { } s)
                continue;
            var taken = s.Text == "1" ? n : n * s;
            part = part.With(species, taken);
            rest = new(
                s.Text == "1" ? rest.Moles.RemoveAt(At(rest.Moles, species)) : Set(rest.Moles, species, n - taken),
                rest.Unknown,
                Marks
            );
        }
        if (unknownShare is null || Working.IsNothing(Unknown))
            return (part, rest);
        var u = Unknown * unknownShare;
        return (part.WithUnknown(u), new(rest.Moles, rest.Unknown - u, Marks));
    }

    /// <summary>All of it: a share that splits off the whole without leaving dust.</summary>
    public static readonly Working All = Working.Exact(1, "1");

    /// <summary>Parts off all gas.</summary>
    public (Charge Gas, Charge Left) LetGasGo() => Split(s => s.Phase == Phase.Gas ? All : null);

    /// <summary>
    /// Gives a figure that was reckoned by a rule of its own as the working of a substance.
    /// </summary>
    /// <exception cref="InvalidOperationException">The rule and the reactions disagree in some world.</exception>
    public Charge Told(Species species, Working same)
    {
        for (var w = 0; w < Amount.Worlds; w++)
            if (Math.Abs(Of(species).Amount[w] - same.Amount[w]) > 1e-9 * Math.Max(1, Math.Abs(same.Amount[w])))
                throw new InvalidOperationException(
                    $"{species.Formula}: the rule gives {same.Amount[w]}, the reactions {Of(species).Amount[w]} mol."
                );
        return new(Set(Moles, species, same), Unknown, Marks);
    }

    /// <summary>A reading puts another figure in the place of the reckoned one; what it moves is booked by the reader.</summary>
    public Charge Reread(Species species, Working read) => new(Set(Moles, species, read), Unknown, Marks);

    /// <summary>The same for the part of unknown kind.</summary>
    public Charge RereadUnknown(Working read) => new(Moles, read, Marks);

    /// <summary>Grams of the solids of which it is known what they are.</summary>
    public Working Solids() => Working.Sum(SolidGrams, Dimension.Mass);

    /// <summary>Grams of all solids: what is of unknown kind counts as one.</summary>
    public Working AllSolids() => allSolids ??= Working.Sum(SolidGrams.Append(Unknown), Dimension.Mass);

    private IEnumerable<Working> SolidGrams =>
        Moles.Where(m => m.Key.Phase == Phase.Solid).Select(m => m.Value * Molar.Mass(m.Key.Formula));

    /// <summary>Grams of everything that is dissolved, water left out.</summary>
    public Working Dissolved() =>
        dissolved ??= Working.Sum(
            Moles.Where(m => m.Key.Phase == Phase.Aqueous).Select(m => m.Value * Molar.Mass(m.Key.Formula)),
            Dimension.Mass
        );

    /// <summary>
    /// Volume of the liquor in mL at 20 °C, from the apparent densities of what is dissolved in it; where those are not known, from a guess
    /// of the room that a gram takes. The source says when the liquor lies outside of what the correlation was made for.
    /// </summary>
    public Working LiquorVolume(Draws draws)
    {
        // Asked for by vessel, washes, outputs and figures of one plan.
        if (volume is { } asked && ReferenceEquals(asked.Draws, draws))
            return asked.Volume;
        var (known, other) = LiquorSalts.Of(this);
        var room = Working.IsNothing(other) ? Working.Zero(Dimension.Volume) : other * draws.Prior("solute-volume");
        var reckoned = MixedLiquor
            .Volume(Grams(Species.Water).Named("water in the liquor"), known, room, 20, draws)
            .Millilitres.Named("volume of the liquor");
        volume = new(draws, reckoned);
        return reckoned;
    }

    private sealed record LiquorAsked(Draws Draws, Working Volume);

    private LiquorAsked? volume;
}
