using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

public class MeanwhileTests
{
    private static readonly FieldChange Due = new("due", "Thu 17:00");
    private static readonly FieldChange Title = new("title", "Fit both pumps");

    [Fact]
    public void Different_fields_of_one_task_stand_side_by_side() =>
        Meanwhile.Collisions(["priority", "notes"], [Due, Title]).ShouldBeEmpty();

    [Fact]
    public void The_same_field_collides_and_says_what_it_is_now() =>
        Meanwhile.Collisions(["due", "priority"], [Title, Due]).ShouldBe([Due]);

    [Fact]
    public void Where_it_is_not_known_what_one_changes_all_collides() =>
        Meanwhile.Collisions(null, [Title, Due]).ShouldBe([Title, Due]);

    [Fact]
    public void What_nobody_else_changed_collides_with_nothing() => Meanwhile.Collisions(null, []).ShouldBeEmpty();
}
