#include "project/changes.h"

#include "project/fields_of_file.h"

#include <algorithm>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

template <typename T> json jsonOf(const T& value) {
    Writer w;
    visit(w, const_cast<T&>(value)); // NOLINT: a Writer only reads
    return std::move(w.out);
}

std::vector<std::string> segments(const std::string& path) {
    std::vector<std::string> out(1);
    for (char c : path) {
        if (c == '/')
            out.emplace_back();
        else
            out.back() += c;
    }
    return out;
}

/// Sets the value at the rest of a path inside an object.
void set(json& object, const std::vector<std::string>& path, std::size_t at, const json& value,
         const std::string& whole) {
    const std::string& key = path[at];
    const bool last = at + 1 == path.size();
    if (object.is_array()) {
        const auto it = std::find_if(object.begin(), object.end(), [&](const json& o) {
            return o.is_object() && o.contains("id") && o.at("id") == key;
        });
        if (it == object.end())
            throw DocumentFault{fmt::format("{}: there is nothing called \"{}\".", whole, key)};
        if (last && value.is_null())
            object.erase(it);
        else if (last)
            *it = value;
        else
            set(*it, path, at + 1, value, whole);
        return;
    }
    if (!object.is_object())
        throw DocumentFault{fmt::format("{}: {} has no parts.", whole, key)};
    if (last && value.is_null())
        object.erase(key);
    else if (last)
        object[key] = value;
    else
        set(object[key], path, at + 1, value, whole);
}

template <typename T>
void change(T& target, const std::vector<std::string>& path, std::size_t at, const Change& c) {
    json object = jsonOf(target);
    set(object, path, at, c.value, c.path);
    Reader r(object, c.path);
    T fresh{};
    visit(r, fresh);
    target = std::move(fresh);
}

template <typename T>
void changeIn(std::vector<T>& list, const std::vector<std::string>& path, const Change& c) {
    const auto it = std::find_if(list.begin(), list.end(),
                                 [&](const T& t) { return path.size() > 2 && t.id == path[1]; });
    if (it == list.end())
        throw DocumentFault{fmt::format("{}: there is nothing to change there.", c.path)};
    change(*it, path, 2, c);
}

void make(Project& p, const Change& c) {
    const auto path = segments(c.path);
    if (path[0] == "walls")
        changeIn(p.walls, path, c);
    else if (path[0] == "pieces")
        changeIn(p.pieces, path, c);
    else if (path[0] == "alcoves")
        changeIn(p.alcoves, path, c);
    else if (path[0] == "wood" && path.size() > 1)
        change(p.wood, path, 1, c);
    else if (path[0] == "finish" && path.size() > 1)
        change(p.finish, path, 1, c);
    else if (c.path == "corners") {
        json holder{{"corners", c.value}};
        Reader r(holder, "corners");
        std::vector<Corner> corners;
        r.list("corners", corners, [](auto& a, Corner& v) { visit(a, v); });
        p.corners = std::move(corners);
    } else {
        throw DocumentFault{fmt::format("{}: there is nothing to change there.", c.path)};
    }
}

/// Whether `after` is `before` with some taken out, by ids.
template <typename L, typename F> bool onlyFewer(const L& before, const L& after, F idOf) {
    auto b = before.begin();
    for (const auto& item : after) {
        while (b != before.end() && idOf(*b) != idOf(item))
            ++b;
        if (b == before.end())
            return false;
        ++b;
    }
    return true;
}
bool onlyFewer(const json& before, const json& after) {
    const auto named = [](const json& list) {
        return list.is_array() && std::all_of(list.begin(), list.end(), [](const json& o) {
                   return o.is_object() && o.contains("id") && o.at("id").is_string();
               });
    };
    return named(before) && named(after) && !before.empty() &&
           onlyFewer(before, after, [](const json& o) { return o.at("id"); });
}

/// Leaves of two lists only what differs: nothing of equal ones; of things with ids those that are not the
/// same, where none came and none moved.
template <typename T> void onlyWhatDiffers(std::vector<T>& a, std::vector<T>& b) {
    if (a == b) {
        a.clear();
        b.clear();
        return;
    }
    if constexpr (requires { a.front().id; }) {
        if (!onlyFewer(a, b, [](const T& t) { return t.id; }))
            return;
        std::vector<T> was, is;
        std::size_t at = 0;
        for (auto& item : a) {
            const bool there = at < b.size() && b[at].id == item.id;
            if (!there)
                was.push_back(std::move(item));
            else if (T& now = b[at++]; !(now == item)) {
                was.push_back(std::move(item));
                is.push_back(std::move(now));
            }
        }
        a = std::move(was);
        b = std::move(is);
    }
}

/// Keys whose values differ, further down where both are objects or lists of the same things.
void differences(const json& before, const json& after, const std::string& path, std::vector<Change>& out) {
    for (const auto& [key, value] : after.items()) {
        const json* old = before.contains(key) ? &before.at(key) : nullptr;
        if (old && *old == value)
            continue;
        if (old && old->is_object() && value.is_object())
            differences(*old, value, path + "/" + key, out);
        else if (old && onlyFewer(*old, value)) {
            auto now = value.begin();
            for (const json& was : *old) {
                const std::string id = was.at("id").get<std::string>();
                if (now != value.end() && now->at("id") == id)
                    differences(was, *now++, path + "/" + key + "/" + id, out);
                else
                    out.push_back({path + "/" + key + "/" + id, nullptr});
            }
        } else
            out.push_back({path + "/" + key, value});
    }
    for (const auto& [key, value] : before.items())
        if (!after.contains(key))
            out.push_back({path + "/" + key, nullptr});
}

template <typename T>
std::vector<Change> differencesOf(const T& before, const T& after, const std::string& path) {
    std::vector<Change> out;
    differences(jsonOf(before), jsonOf(after), path, out);
    return out;
}

} // namespace

tl::expected<Project, std::string> withChanges(const Project& project, const std::vector<Change>& changes) {
    Project out = project;
    try {
        for (const auto& c : changes)
            make(out, c);
    } catch (const DocumentFault& f) {
        return tl::unexpected(f.sentence);
    } catch (const json::exception&) {
        return tl::unexpected(std::string("A value has the wrong type."));
    }
    return out;
}

std::vector<Change> changesOf(const Wall& before, const Wall& after) {
    Wall a = before; // the readings of a scan are long, and no remedy touches them
    Wall b = after;
    a.scan.reset();
    b.scan.reset();
    onlyWhatDiffers(a.studs, b.studs);
    onlyWhatDiffers(a.proposed, b.proposed);
    onlyWhatDiffers(a.oddMarks, b.oddMarks);
    onlyWhatDiffers(a.obstacles, b.obstacles);
    onlyWhatDiffers(a.furniture, b.furniture);
    onlyWhatDiffers(a.openings, b.openings);
    return differencesOf(a, b, "walls/" + before.id);
}
std::vector<Change> changesOf(const Piece& before, const Piece& after) {
    if (before.load == after.load) { // what stands on it may be a thousand things, and few remedies touch it
        Piece a = before, b = after;
        a.load = b.load = {};
        return differencesOf(a, b, "pieces/" + before.id);
    }
    return differencesOf(before, after, "pieces/" + before.id);
}
std::vector<Change> changesOf(const Alcove& before, const Alcove& after) {
    return differencesOf(before, after, "alcoves/" + before.id);
}
std::vector<Change> changesOf(const WoodChoice& before, const WoodChoice& after) {
    return differencesOf(before, after, "wood");
}
Change cornersChange(const std::vector<Corner>& after) {
    json list = json::array();
    for (const auto& c : after)
        list.push_back(jsonOf(c));
    return {"corners", std::move(list)};
}

} // namespace owl
