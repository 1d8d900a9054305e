using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;

namespace Spolium.Core.Materials;

/// <summary>What a line of content is a share of.</summary>
public enum ContentOf
{
    /// <summary>Of the whole lot.</summary>
    Whole,

    /// <summary>Of what the whole-lot lines leave (the brass under a gold cladding).</summary>
    Rest,
}

/// <summary>One metal of a lot, low–likely–high as typed; shares are fractions of one, concentrations g/L.</summary>
public sealed record ContentLine(string Element, TypedNumber Low, TypedNumber Likely, TypedNumber High, ContentOf Of = ContentOf.Whole)
{
    public Triple Triple => new(Low.Value, Likely.Value, High.Value);
}

/// <summary>
/// What is believed to be in a lot. Lines of the whole are drawn first, lines of the rest share what they leave, and the
/// balance takes what is then left; without a balance that part is carried as unknown.
/// </summary>
/// <param name="Balance">Element that makes up the rest, or null when the rest is not known.</param>
/// <param name="Liquor">What holds the metals of a liquor; null for a solid, and for a liquor that nobody knows.</param>
/// <param name="FreeAcid">Of a liquor, mol/L.</param>
/// <param name="Marks">What it may hold beside its metals ("beryllium", "cyanide"): feed gates go by them.</param>
public sealed record Content(IReadOnlyList<ContentLine> Lines, string? Balance, LiquorKind? Liquor = null, TypedNumber? FreeAcid = null, IReadOnlyList<string>? Marks = null)
{
    /// <summary>The charge of so many millilitres of a liquor lot.</summary>
    /// <exception cref="InvalidOperationException">Nobody knows what holds its metals.</exception>
    public Charge ToLiquor(Working volume, Draws draws)
    {
        if (Liquor is not { } kind)
            throw new InvalidOperationException("Nobody knows what holds the metals of this liquor.");
        var metals = Lines.Select(l => (l.Element, (volume * Working.Given(draws.Spread("content " + l.Element, l.Triple, Spread.Positive), Dimension.Density, $"{Name(l.Element)}, g/L", $"typed with the lot: {l.Low.Text} – {l.Likely.Text} – {l.High.Text}") / 1000).Named($"{Name(l.Element)} in the lot")));
        var acid = FreeAcid is null ? Working.Zero(Dimension.Substance) : volume * Working.Given(FreeAcid.Value / 1000, Dimension.Substance / Dimension.Volume, "free acid", $"typed with the lot: {FreeAcid.Text}");
        return LiquorFeed.Of(kind, volume, metals, acid, draws).Marked(Marks ?? []);
    }

    /// <summary>The charge of a solid lot: moles of each metal in all worlds. Metals and rest are scaled to the whole in every world.</summary>
    public Charge ToCharge(Working lotGrams, Draws draws)
    {
        var whole = Drawn(ContentOf.Whole, draws);
        var restLines = Drawn(ContentOf.Rest, draws);
        var sum = Working.Sum(whole.Select(l => l.Share), Dimension.None);
        var over = Working.Greatest(sum, Working.Exact(1));
        var scaled = IsAlwaysOne(over) ? whole : [.. whole.Select(l => (l.Element, Share: l.Share / over))];
        var charge = Charge.Empty.Marked(Marks ?? []);
        foreach (var (element, share) in scaled)
            charge = Add(charge, element, (lotGrams * share).Named($"{Name(element)} in the lot"));
        var rest = IsAlwaysOne(over) && whole.Count == 0 ? lotGrams : Working.AtLeastZero(lotGrams - lotGrams * (IsAlwaysOne(over) ? sum : sum / over)).Named(restLines.Count > 0 ? "the rest of the lot" : "what else is in the lot");
        var restSum = Working.Sum(restLines.Select(l => l.Share), Dimension.None);
        var restOver = Working.Greatest(restSum, Working.Exact(1));
        foreach (var (element, share) in restLines)
            charge = Add(charge, element, (rest * (IsAlwaysOne(restOver) ? share : share / restOver)).Named($"{Name(element)} in the lot"));
        var left = restLines.Count == 0 ? rest : Working.AtLeastZero(rest - rest * (IsAlwaysOne(restOver) ? restSum : restSum / restOver));
        return Balance is { } balance ? Add(charge, balance, left.Named($"{Name(balance)} in the lot, the balance")) : charge.WithUnknown(left.Named("of unknown kind"));
    }

    private static string Name(string element) => Elements.Of(element).Name;

    private static bool IsAlwaysOne(Working w)
    {
        for (var i = 0; i < Amount.Worlds; i++)
            if (w.Amount[i] != 1)
                return false;
        return true;
    }

    private static Charge Add(Charge charge, string element, Working grams) => charge.With(new(element, Phase.Solid), Molar.Moles(grams, element));

    private List<(string Element, Working Share)> Drawn(ContentOf of, Draws draws) =>
        [.. Lines.Where(l => l.Of == of).Select(l => (l.Element, Share: Working.Given(
            draws.Spread("content " + l.Element, l.Triple, Spread.Fraction), Dimension.None,
            of == ContentOf.Whole ? $"share of {Name(l.Element)}" : $"share of {Name(l.Element)} in the rest", $"typed with the lot: {l.Low.Text} – {l.Likely.Text} – {l.High.Text}")))];

    /// <summary>What is wrong with a content as typed, by field; empty when it can be kept. Highs may sum above the whole, lows may not.</summary>
    public IReadOnlyList<FieldError> Check()
    {
        var errors = new List<FieldError>();
        for (var i = 0; i < Lines.Count; i++)
        {
            var l = Lines[i];
            if (!Elements.BySymbol.ContainsKey(l.Element))
                errors.Add(new($"content[{i}].element", $"'{l.Element}' is not an element", "write a symbol such as Au"));
            else if (MetalInAcid.Find(l.Element, true) is null)
                errors.Add(new($"content[{i}].element", $"what {l.Element} does in acid is not known here yet", "leave it out: it is then part of the unknown rest"));
            if (l.Low.Value > l.Likely.Value || l.Likely.Value > l.High.Value)
                errors.Add(new($"content[{i}].low", "low, likely and high must rise", $"low at most {l.Likely.Text}, high at least {l.Likely.Text}"));
            if (Lines.Take(i).Any(o => o.Element == l.Element) || l.Element == Balance)
                errors.Add(new($"content[{i}].element", $"{l.Element} stands twice", "keep one line for each metal"));
        }
        if (Balance is not null && !(Elements.BySymbol.ContainsKey(Balance) && MetalInAcid.Find(Balance, true) is not null))
            errors.Add(new("balance", $"'{Balance}' cannot be the balance", "choose one of the known metals, or leave it unknown"));
        if (Liquor is { } kind)
            for (var i = 0; i < Lines.Count; i++)
                if (Elements.BySymbol.ContainsKey(Lines[i].Element) && LiquorFeed.SaltOf(Lines[i].Element, kind) is null)
                    errors.Add(new($"content[{i}].element", $"{Name(Lines[i].Element)} does not stay in a {kind.ToString().ToLowerInvariant()} liquor", "choose what holds it, or leave the line out"));
        foreach (var of in new[] { ContentOf.Whole, ContentOf.Rest })
            if (Lines.Where(l => l.Of == of && l.Low.Field == Field.Share).Sum(l => l.Low.Value) > 1 + 1e-9)
                errors.Add(new("content", "even the lows together are more than the whole", "lower them until they sum to at most 100 %"));
        return errors;
    }
}

/// <summary>What is wrong with one field of what somebody typed: which, why, and what would be right.</summary>
public sealed record FieldError(string Field, string Reason, string WayOut);
