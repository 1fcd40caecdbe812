// Times the exact hidden-line algorithm of the open-source geometry library that Debian packages as
// libocct-modeling-algorithms-dev on a STEP file, and writes its lines: views FILE.step [LINES].
// To stderr: "TOTAL seconds front s top s right s iso s" (processor time). LINES: a line of text for each curve, "view
// kind x y x y ..." with kind v (visible), s (smooth or a seam, visible) or h (hidden), mm.
#include <BRepAdaptor_Curve.hxx>
#include <BRepLib.hxx>
#include <GCPnts_TangentialDeflection.hxx>
#include <HLRAlgo_Projector.hxx>
#include <HLRBRep_Algo.hxx>
#include <HLRBRep_HLRToShape.hxx>
#include <STEPControl_Reader.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <gp_Ax2.hxx>

#include <cstdio>
#include <ctime>

static double seconds() {
  timespec t;
  clock_gettime(CLOCK_PROCESS_CPUTIME_ID, &t);
  return t.tv_sec + t.tv_nsec * 1e-9;
}

// Radians and mm that chords may be off.
static const double TURN = 0.02, OFF = 0.002;

static void put(FILE* out, const char* view, const char* kind, TopoDS_Shape lines) {
  if (lines.IsNull()) return;
  BRepLib::BuildCurves3d(lines);
  for (TopExp_Explorer e(lines, TopAbs_EDGE); e.More(); e.Next()) {
    try {
      BRepAdaptor_Curve curve(TopoDS::Edge(e.Current()));
      GCPnts_TangentialDeflection points(curve, TURN, OFF, 2, 1e-7);
      fprintf(out, "%s %s", view, kind);
      for (int i = 1; i <= points.NbPoints(); i++) {
        fprintf(out, " %.6f %.6f", points.Value(i).X(), points.Value(i).Y());
      }
      fprintf(out, "\n");
    } catch (...) {
      fprintf(stderr, "a line could not be written\n");
    }
  }
}

struct View {
  const char* name;
  gp_Dir toward, right;
};

int main(int count, char** args) {
  if (count < 2) return 2;
  freopen("/dev/null", "w", stdout); // the reader talks
  STEPControl_Reader reader;
  reader.ReadFile(args[1]);
  reader.TransferRoots();
  FILE* out = count > 2 ? fopen(args[2], "w") : nullptr;
  const View views[] = {{"front", gp_Dir(0, -1, 0), gp_Dir(1, 0, 0)},
                        {"top", gp_Dir(0, 0, 1), gp_Dir(1, 0, 0)},
                        {"right", gp_Dir(1, 0, 0), gp_Dir(0, 1, 0)},
                        {"iso", gp_Dir(-1, -1, 1), gp_Dir(1, -1, 0)}};
  double total = 0, took[4];
  for (int i = 0; i < 4; i++) {
    const View& view = views[i];
    double started = seconds();
    Handle(HLRBRep_Algo) algorithm = new HLRBRep_Algo();
    algorithm->Add(reader.OneShape());
    algorithm->Projector(HLRAlgo_Projector(gp_Ax2(gp_Pnt(0, 0, 0), view.toward, view.right)));
    algorithm->Update();
    algorithm->Hide();
    HLRBRep_HLRToShape lines(algorithm);
    TopoDS_Shape sharp = lines.VCompound(), outline = lines.OutLineVCompound();
    TopoDS_Shape hidden = lines.HCompound(), behind = lines.OutLineHCompound();
    total += took[i] = seconds() - started;
    if (!out) continue;
    put(out, view.name, "v", sharp);
    put(out, view.name, "v", outline);
    put(out, view.name, "s", lines.Rg1LineVCompound());
    put(out, view.name, "s", lines.RgNLineVCompound());
    put(out, view.name, "h", hidden);
    put(out, view.name, "h", behind);
  }
  if (out) fclose(out);
  fprintf(stderr, "TOTAL %.4f front %.4f top %.4f right %.4f iso %.4f\n", total, took[0], took[1], took[2], took[3]);
}
