package lectomen.service.api;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.service.access.Caller;
import lectomen.service.access.Groups;
import lectomen.service.access.People;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.Rulebook;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Groups of people, which rules name. */
@RestController
@RequestMapping("/api/v1/groups")
final class GroupsController {
    private final Groups groups;
    private final People people;
    private final Rulebook rulebook;

    GroupsController(Groups groups, People people, Rulebook rulebook) {
        this.rulebook = rulebook;
        this.groups = groups;
        this.people = people;
    }

    /** @param members ids of people */
    record GroupView(String name, List<Long> members) {}

    record GroupList(List<GroupView> groups) {}

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping
    GroupList list() {
        return new GroupList(groups.all().entrySet().stream()
                .map(group -> new GroupView(group.getKey(), group.getValue()))
                .toList());
    }

    record NewGroup(@Nullable String name) {}

    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    GroupView make(@RequestBody NewGroup wanted) {
        String name = Optional.ofNullable(wanted.name()).orElse("");
        groups.make(name, Caller.principal());
        return new GroupView(name, List.of());
    }

    record Members(@Nullable List<Long> members) {}

    /** Makes these people the members. What waits for the group is left to them. */
    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @PutMapping("/{name}/members")
    GroupView setMembers(@PathVariable String name, @RequestBody Members wanted) {
        List<Long> members = Optional.ofNullable(wanted.members()).orElse(List.of());
        for (long person : members) {
            if (people.find(person).isEmpty()) {
                throw new NoSuchPersonException(person);
            }
        }
        if (!groups.setMembers(name, Set.copyOf(members), Caller.principal())) {
            throw new NoSuchGroupException(name);
        }
        return new GroupView(name, members);
    }

    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name) {
        List<String> users = rulebook.usersOfContact(name);
        if (!users.isEmpty()) {
            throw new BadRequestException("name", "group " + name + " is used by " + String.join(", ", users));
        }
        if (!groups.remove(name, Caller.principal())) {
            throw new NoSuchGroupException(name);
        }
    }
}
