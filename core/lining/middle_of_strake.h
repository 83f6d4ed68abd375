#pragma once
// Along the middle of a strake.

#include "lining/girth_frame.h"
#include "lining/surface_curve.h"

namespace narrows {

/// The section parameter at which the line midway between two edges is so far aft, mm from the forward perpendicular;
/// an end of `reach` where it does not come so far. Within a thousandth of a millimetre on a boat.
double middleAtDistance(const GirthFrame& frame, const SurfaceCurve& lower, const SurfaceCurve& upper,
                        SurfaceReach reach, double distanceMm);

/// The same at which that line lies at so many mm along the shell laid flat (`GirthFrame::laidFlat`).
double middleAtLaidFlat(const GirthFrame& frame, const SurfaceCurve& lower, const SurfaceCurve& upper,
                        SurfaceReach reach, double alongMm);

}  // namespace narrows
