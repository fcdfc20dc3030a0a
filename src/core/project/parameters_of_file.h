#pragma once
// The parameters of a piece as they stand in the file. Included by fields_of_file.h only.

#include "piece/kinds.h"
#include "project/archive.h"

#include <memory>

namespace owl {

/// Carries a kind's description into an archive, reading or writing.
template <typename A> class FileParameters : public Parameters {
  public:
    explicit FileParameters(A& archive) : outer_(archive), now_(&archive) {}

    void open(const char* object) override {
        object_ = object;
        inner_ = outer_.enter(object);
        now_ = inner_.get(); // null: there is no such object, everything in it keeps its default
    }
    void close() override {
        if (inner_)
            outer_.leave(object_, *inner_);
        now_ = &outer_;
    }

    void length(const About& a, Length& v, const LengthLimits& limits) override {
        if (need(a))
            now_->length(a.name, v, limits.low, limits.high);
    }
    void whole(const About& a, int& v, const WholeLimits& limits) override {
        if (need(a))
            now_->whole(a.name, v, limits.low, limits.high);
    }
    void number(const About& a, double& v, const NumberLimits& limits) override {
        if (need(a))
            now_->number(a.name, v, limits.low, limits.high);
    }
    void option(const About& a, int& v, std::span<const Option> options) override {
        if (!need(a))
            return;
        std::vector<const char*> names;
        for (const auto& o : options)
            names.push_back(o.id);
        now_->choice(a.name, v, names);
    }
    void flag(const About& a, bool& v) override {
        if (need(a))
            now_->flag(a.name, v);
    }
    void wood(const About& a, std::string& species) override {
        if (need(a))
            now_->text(a.name, species);
    }
    void sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) override {
        if (need(a))
            now_->lengths(a.name, v, limits.low, limits.high);
    }
    void readings(const About& a, std::string& text) override {
        if (need(a))
            now_->text(a.name, text);
    }

  private:
    bool need(const About& a) {
        if (now_ && a.required)
            now_->require(a.name);
        return now_ != nullptr;
    }
    A& outer_;
    A* now_;
    std::unique_ptr<A> inner_;
    const char* object_ = "";
};

} // namespace owl
