using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Core.Tests.Sheets.Anchors;

/// <summary>Words that something was said about, found again in a later text.</summary>
public class TextRevisionsTests
{
    private const string Survey =
        "The joint was open by about 2 mm at its aft end and wept rust. Bolts 3 and 4 are wasted by about a third of "
        + "their section.\nSound to the hammer all round. Moisture is high on the port side between frames 4 and 6.\n"
        + "Standing rigging is twelve years old and at the end of its life. Two lower shrouds have broken strands.";

    private static (string? Found, FoundWords? Place) Find(string before, string words, string after, int nth = 0)
    {
        var start = -1;
        for (var i = 0; i <= nth; i++)
            start = before.IndexOf(words, start + 1, StringComparison.Ordinal);
        var found = new TextRevisions(before, after).Find(start, start + words.Length);
        return (found is { } f ? after[f.Start..f.End] : null, found);
    }

    [Fact]
    public void Words_stand_where_they_stood_while_others_change()
    {
        var after = Survey.Replace("twelve years", "sixteen years", StringComparison.Ordinal);
        var (found, place) = Find(Survey, "Bolts 3 and 4 are wasted", after);
        found.ShouldBe("Bolts 3 and 4 are wasted");
        (place!.Value.Changed, place.Value.Moved).ShouldBe((false, false));
    }

    [Fact]
    public void Words_that_were_changed_are_found_as_they_read_now()
    {
        var after = Survey.Replace("twelve years old", "sixteen years old", StringComparison.Ordinal);
        var (found, place) = Find(Survey, "rigging is twelve years old", after);
        found.ShouldBe("rigging is sixteen years old");
        place!.Value.Changed.ShouldBeTrue();
    }

    [Fact]
    public void A_slip_that_was_mended_is_the_same_word()
    {
        var before = Survey.Replace("wasted", "watsed", StringComparison.Ordinal);
        Find(before, "watsed by", Survey).Found.ShouldBe("wasted by");
    }

    [Fact]
    public void What_begins_and_ends_within_a_word_does_so_again() =>
        Find(Survey, "tanding rigg", "A line was added at the top.\n" + Survey).Found.ShouldBe("tanding rigg");

    [Fact]
    public void A_paragraph_that_was_moved_takes_what_was_said_along()
    {
        var lines = Survey.Split('\n');
        var after = string.Join('\n', lines[2], lines[0], lines[1]);
        var (found, place) = Find(Survey, "broken strands", after);
        found.ShouldBe("broken strands");
        place!.Value.Start.ShouldBeLessThan(lines[2].Length);
    }

    [Fact]
    public void What_was_taken_out_is_gone_though_its_words_stand_elsewhere()
    {
        var after = string.Join('\n', Survey.Split('\n').Where((_, i) => i != 1)) + "\nThe port locker is high.";
        Find(Survey, "high on the port side", after).Found.ShouldBeNull();
    }

    [Fact]
    public void What_was_written_anew_is_gone()
    {
        var after = Survey.Replace(
            "Standing rigging is twelve years old and at the end of its life. Two lower shrouds have broken strands.",
            "Nothing was found aloft that cannot wait until the autumn, the surveyor says.",
            StringComparison.Ordinal
        );
        Find(Survey, "twelve years old and at the end", after).Found.ShouldBeNull();
    }

    [Fact]
    public void Twins_are_told_apart_by_what_is_around_them()
    {
        const string before =
            "First we lift the mast. Check the pins.\nThen we lower the keel. Check the pins.\nThen we rest.";
        const string after =
            "First we lift the mast. Check the pins.\nNow comes a new step.\nThen we lower the keel. Check the pins.\nThen we rest.";
        var (_, place) = Find(before, "Check the pins", after, nth: 1);
        place!.Value.Start.ShouldBe(after.LastIndexOf("Check the pins", StringComparison.Ordinal));
    }

    [Fact]
    public void Of_a_list_of_items_that_read_alike_the_one_that_was_rewritten_is_still_meant()
    {
        static string Item(int n, string what) =>
            $"Item {n}\nThe panel at place {n} was found with {what} near the hinge. We propose to renew it before handing "
            + "over, and to check the other side as well.";
        var before = string.Join('\n', Enumerable.Range(1, 19).Select(n => Item(n, $"a fine crack of {n * 3} mm")));
        var after = before.Replace("a fine crack of 9 mm", "an open crack of 14 mm", StringComparison.Ordinal);
        var start = before.IndexOf("fine crack of 9 mm", StringComparison.Ordinal);

        var found = new TextRevisions(before, "Amended.\n" + after).Find(start, start + 18)!.Value;

        ("Amended.\n" + after)[found.Start..found.End].ShouldContain("crack of 14 mm");
    }

    [Fact]
    public void Of_a_paragraph_that_was_doubled_the_first_is_meant()
    {
        var lines = Survey.Split('\n');
        var after = string.Join('\n', lines[0], lines[1], lines[1], lines[2]);
        var (_, place) = Find(Survey, "hammer all round", after);
        place!.Value.Start.ShouldBe(after.IndexOf("hammer all round", StringComparison.Ordinal));
    }

    [Fact]
    public void Of_a_whole_paragraph_that_was_doubled_the_first_is_meant_also_where_the_text_begins()
    {
        var (head, others) = (Survey.Split('\n')[0], Survey[(Survey.IndexOf('\n', StringComparison.Ordinal) + 1)..]);
        Find(Survey, head, $"{head}\n{head}\n{others}").Place!.Value.Start.ShouldBe(0);
        var changed = head.Replace("wept rust", "wept some rust", StringComparison.Ordinal);
        Find(Survey, head, $"{changed}\n{head}\n{others}").Place!.Value.Start.ShouldBe(0);
        Find(Survey, "at its aft", $"{changed}\n{head}\n{others}").Place!.Value.Start.ShouldBeLessThan(changed.Length);
    }

    [Fact]
    public void Of_a_paragraph_that_was_doubled_the_first_is_meant_though_only_the_copy_reads_as_before()
    {
        var lines = Survey.Split('\n');
        var changed = lines[1].Replace("Sound to the hammer", "Dull to the hammer", StringComparison.Ordinal);
        var after = string.Join('\n', lines[0], changed, lines[1], lines[2]);
        var (found, place) = Find(Survey, "to the hammer all round", after);
        found.ShouldBe("to the hammer all round");
        place!.Value.Start.ShouldBe(after.IndexOf("to the hammer", StringComparison.Ordinal));
    }

    [Fact]
    public void Words_are_not_drawn_out_over_both_of_two_that_are_alike()
    {
        var lines = Survey.Split('\n');
        var changed = lines[2].Replace("have broken strands", "are broken", StringComparison.Ordinal);
        var after = string.Join('\n', lines[0], lines[1], changed, lines[2]);
        var (found, _) = Find(Survey, "Two lower shrouds have broken strands", after);
        found.ShouldNotBeNull().Length.ShouldBeLessThan(40);
        after.IndexOf(found, StringComparison.Ordinal).ShouldBeLessThan(after.LastIndexOf('\n'));
    }

    [Fact]
    public void A_short_heading_that_was_moved_is_known_by_words_that_stand_nowhere_else()
    {
        const string heading = "What the surveyor proposes";
        var before = Survey.Replace("\nStanding", $"\n{heading}\nStanding", StringComparison.Ordinal);
        var (found, place) = Find(before, heading, $"{heading}\n{Survey}");
        (found, place!.Value.Start).ShouldBe((heading, 0));
    }

    [Fact]
    public void A_short_line_that_was_joined_to_a_long_one_is_still_there()
    {
        var before = Survey.Replace("\nStanding", "\nThe rig aloft\nStanding", StringComparison.Ordinal);
        var after = before.Replace("aloft\nStanding", "aloft: standing", StringComparison.Ordinal);
        Find(before, "The rig aloft", after).Found.ShouldBe("The rig aloft");
        Find(before, "rig aloft", after).Found.ShouldBe("rig aloft");
    }

    [Fact]
    public void Where_all_around_stands_as_it_did_less_of_the_words_need_be_left()
    {
        var after = Survey.Replace("about a third", "nearly half", StringComparison.Ordinal);
        Find(Survey, "about a third of their", after).Found.ShouldNotBeNull().ShouldBe("nearly half of their");
    }

    [Fact]
    public void A_word_that_stands_everywhere_is_gone_with_its_sentence()
    {
        var after = Survey.Replace(
            "Sound to the hammer all round. Moisture is high on the port side between frames 4 and 6.",
            "Not looked at this time, as the deck was wet and the covers had not come off.",
            StringComparison.Ordinal
        );
        Find(Survey, "the", after, nth: 1).Found.ShouldBeNull();
    }

    [Fact]
    public void A_long_run_is_found_by_its_ends()
    {
        var random = new Random(3);
        var words = Enumerable.Range(0, 600).Select(i => $"w{random.Next(400)}x").ToArray();
        var before = string.Join(' ', words);
        var start = before.IndexOf(words[100], StringComparison.Ordinal);
        var (from, to) = (string.Join(' ', words[..100]).Length + 1, string.Join(' ', words[..400]).Length);
        words[250] = "quite another";
        var after = "A beginning. " + string.Join(' ', words);
        start.ShouldBeGreaterThan(0);
        var found = new TextRevisions(before, after).Find(from, to)!.Value;
        (found.Start, found.Changed).ShouldBe((from + 13, true));
        found.End.ShouldBeInRange(to + 13, to + 30);
    }

    [Fact]
    public void A_script_without_blanks_is_found_by_its_characters()
    {
        const string before = "船底的螺栓已经生锈。桅杆的索具需要更换。";
        const string after = "今天检查完毕。船底的螺栓已经生锈。桅杆的索具需要更换。";
        Find(before, "索具需要", after).Found.ShouldBe("索具需要");
    }

    [Fact]
    public void Nothing_is_found_of_blanks_or_in_an_empty_text()
    {
        new TextRevisions("one  two", "one  two").Find(3, 5).ShouldBeNull();
        Find(Survey, "hammer", "").Found.ShouldBeNull();
    }

    [Fact]
    public void A_place_outside_of_the_text_is_a_mistake_of_the_caller() =>
        Should.Throw<ArgumentOutOfRangeException>(() => new TextRevisions("one", "two").Find(1, 9));

    /// <summary>
    /// The texts of the project itself, with words changed, added and left out at random, and paragraphs moved, doubled and
    /// taken out.
    /// </summary>
    [Fact]
    public void Of_texts_that_were_changed_at_random_nearly_all_is_found_and_hardly_anything_in_a_wrong_place()
    {
        var paragraphs = RandomEdits.Stock();
        var (right, wrong, all) = (0, 0, 0);
        foreach (var seed in Enumerable.Range(0, 300))
        {
            var changed = RandomEdits.Of(paragraphs, new Random(seed));
            var found = new TextRevisions(changed.Before, changed.After).Find(changed.Start, changed.End);
            all++;
            right += changed.IsRight(found) ? 1 : 0;
            wrong += found is not null && !changed.IsRight(found) ? 1 : 0;
        }

        ((double)right / all).ShouldBeGreaterThanOrEqualTo(0.95);
        ((double)wrong / all).ShouldBeLessThanOrEqualTo(0.03);
    }
}
