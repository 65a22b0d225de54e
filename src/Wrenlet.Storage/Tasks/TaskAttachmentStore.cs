using Wrenlet.Core.Tasks;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Storage.Tasks;

/// <summary>Files that stand with the notes of tasks.</summary>
public static class TaskAttachmentStore
{
    /// <summary>Puts these files with a task, in their order, in place of those that stood there.</summary>
    public static void Set(SqlSession session, WorkTask task, IEnumerable<Attachment> files)
    {
        ArgumentNullException.ThrowIfNull(task);
        session.Run("DELETE FROM task_file WHERE task = $task", ("task", task.Key));
        foreach (var (i, (file, caption, _)) in files.Index())
            session.Run(
                "INSERT INTO task_file (task, position, file, caption) VALUES ($task, $position, (SELECT id FROM file "
                    + "WHERE uid = $file), $caption)",
                ("task", task.Key),
                ("position", i),
                ("file", file),
                ("caption", caption)
            );
    }

    /// <summary>Files of a task, in their order.</summary>
    public static List<StoredFile> Of(SqlSession session, WorkTask task)
    {
        ArgumentNullException.ThrowIfNull(task);
        return
        [
            .. session
                .All(
                    "SELECT f.uid, t.caption FROM task_file t JOIN file f ON f.id = t.file WHERE t.task = $task ORDER BY t.position",
                    r => (Id: r.GetUid(0), Caption: r.GetTextOrNull(1)),
                    ("task", task.Key)
                )
                .Select(f => FileStore.Find(session, f.Id)! with { Caption = f.Caption }),
        ];
    }

    /// <summary>The tasks with whose notes a file stands.</summary>
    public static List<TaskId> With(SqlSession session, Guid file) =>
        session.All(
            "SELECT t.uid FROM task_file x JOIN task t ON t.id = x.task WHERE x.file = (SELECT id FROM file WHERE uid = $file)",
            r => new TaskId(r.GetUid(0)),
            ("file", file)
        );
}
