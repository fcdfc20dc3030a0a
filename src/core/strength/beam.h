#pragma once
// The shelf along its length as a beam on any supports: exact for Euler-Bernoulli (S5.1).

#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace owl {

/// Where the beam rests. x in mm from its left end.
struct BeamSupport {
    enum class Type { pin, fixed, spring };
    double x = 0;
    Type type = Type::pin;
    double k = 0;          ///< N/mm, springs only
    double settlement = 0; ///< mm, positive down
    double kRot = 0;       ///< N mm/rad, an added rotational spring
    bool oneWay = false;   ///< may only push up
};
struct LineLoad {
    double x0 = 0, x1 = 0; ///< mm
    double w = 0;          ///< N/mm, down
};
struct PointLoad {
    double x = 0; ///< mm
    double P = 0; ///< N, down
};
struct BeamMoment {
    double x = 0; ///< mm
    double M = 0; ///< N mm, positive when it turns the right side down
};
struct StiffnessSegment {
    double x0 = 0, x1 = 0; ///< mm
    double EI = 0;         ///< N mm2
};

/// A beam to solve. Lengths mm, forces N.
struct Beam {
    double length = 0;
    double EI = 0;                          ///< N mm2 where no segment says otherwise
    std::vector<StiffnessSegment> segments; ///< replace EI where they lie
    double GAs = 0;                         ///< N; 0 = no shear deflection
    std::vector<BeamSupport> supports;
    std::vector<LineLoad> lines;
    std::vector<PointLoad> points;
    std::vector<BeamMoment> moments;
    std::vector<double> probes; ///< places asked about
    bool deflections = true;    ///< false: only reactions, moments and shear (several times faster)
};

/// Forces at the ends of one stretch between nodes: enough to add cases solved on the same nodes.
struct BeamSpan {
    double x = 0, l = 0;   ///< mm
    double w = 0;          ///< N/mm
    double ma = 0, mb = 0; ///< N mm, sagging positive, at left and right end
    double va = 0, vb = 0; ///< N
};

/// Deflection in mm positive down, reactions in N positive up, moments in N mm.
struct BeamResult {
    std::vector<double> reactions;      ///< in the order of the supports
    std::vector<double> supportMoments; ///< magnitudes, 0 where free to turn
    std::vector<bool> lifted;           ///< one-way supports that let go
    double maxDown = 0, maxUp = 0, atX = 0;
    double maxSagging = 0, maxHogging = 0; ///< magnitudes
    double maxShear = 0;                   ///< magnitude, N
    std::vector<double> probeDown;
    std::vector<BeamSpan> spans;
    std::vector<std::pair<double, double>>
        curve; ///< (x, deflection) along the beam, for drawing and envelopes
};

/// Largest magnitudes along a beam.
struct BeamPeaks {
    double sagging = 0, hogging = 0; ///< N mm
    double shear = 0;                ///< N
    [[nodiscard]] double moment() const { return sagging > hogging ? sagging : hogging; }
};
/// Takes the extremes of one stretch in: of the moment at its ends and where it turns, of the shear.
void widen(BeamPeaks& peaks, const BeamSpan& span);

/// Solves the beam. Error (a sentence) if a number is not finite, a place is outside the beam, EI is not
/// positive, or too few supports are left: 'tips off its rests'.
tl::expected<BeamResult, std::string> solveBeam(const Beam& beam);

} // namespace owl
