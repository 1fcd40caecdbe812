// Random parts by the open-source geometry library that Debian packages as libocct-modeling-algorithms-dev, which are
// not made the way ours are: parts SEED OUT.step [spline]. With "spline" every curve and surface is told as a B-spline.
// To stderr: "OK faces volume volume | words" (volumes by two integrations of that library, mm3; either may be off on
// closed splines), or "FAIL".
#include <BRepAlgoAPI_Cut.hxx>
#include <BRepAlgoAPI_Fuse.hxx>
#include <BRepBndLib.hxx>
#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakePolygon.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepBuilderAPI_NurbsConvert.hxx>
#include <BRepCheck_Analyzer.hxx>
#include <BRepFilletAPI_MakeChamfer.hxx>
#include <BRepFilletAPI_MakeFillet.hxx>
#include <BRepGProp.hxx>
#include <BRepOffsetAPI_MakePipe.hxx>
#include <BRepOffsetAPI_ThruSections.hxx>
#include <BRepPrimAPI_MakeBox.hxx>
#include <BRepPrimAPI_MakeCone.hxx>
#include <BRepPrimAPI_MakeCylinder.hxx>
#include <BRepPrimAPI_MakePrism.hxx>
#include <BRepPrimAPI_MakeRevol.hxx>
#include <BRepPrimAPI_MakeSphere.hxx>
#include <BRepPrimAPI_MakeTorus.hxx>
#include <Bnd_Box.hxx>
#include <GProp_GProps.hxx>
#include <GeomAPI_Interpolate.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Interface_Static.hxx>
#include <STEPControl_Writer.hxx>
#include <ShapeUpgrade_UnifySameDomain.hxx>
#include <TColgp_HArray1OfPnt.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_IndexedMapOfShape.hxx>
#include <TopoDS.hxx>
#include <gp_Circ.hxx>

#include <algorithm>
#include <cmath>
#include <csignal>
#include <cstdio>
#include <random>
#include <string>
#include <unistd.h>

static std::mt19937 generator;
static std::string words;

// mm to a tenth, and whole numbers below n.
static double mm(double a, double b) { return std::round((a + (b - a) * (generator() / 4294967296.0)) * 10) / 10; }
static int one_of(int n) { return generator() % n; }

static Handle(Geom_BSplineCurve) spline(Handle(TColgp_HArray1OfPnt) points, bool closed) {
  GeomAPI_Interpolate through(points, closed, 1e-6);
  through.Perform();
  return through.Curve();
}

static TopoDS_Face face(const TopoDS_Edge& edge) {
  return BRepBuilderAPI_MakeFace(BRepBuilderAPI_MakeWire(edge).Wire()).Face();
}

static TopoDS_Shape up(const TopoDS_Face& outline, double height) {
  return BRepPrimAPI_MakePrism(outline, gp_Vec(0, 0, height)).Shape();
}

static gp_Pnt round_about(double r, double t) { return gp_Pnt(r * cos(t), r * sin(t), 0); }

static TopoDS_Shape polygon() {
  BRepBuilderAPI_MakePolygon outline;
  int n = 5 + one_of(4);
  for (int i = 0; i < n; i++) outline.Add(round_about(mm(20, 38), 2 * M_PI * i / n));
  outline.Close();
  return up(BRepBuilderAPI_MakeFace(outline.Wire()).Face(), mm(8, 40));
}

static TopoDS_Shape turned() {
  BRepBuilderAPI_MakePolygon outline;
  double bore = mm(4, 8), z = 0;
  outline.Add(gp_Pnt(bore, 0, 0));
  for (int i = 0, n = 2 + one_of(3); i < n; i++) {
    double r = mm(12, 30);
    outline.Add(gp_Pnt(r, 0, z));
    outline.Add(gp_Pnt(r, 0, z += mm(4, 14)));
    z += mm(1, 4);
  }
  outline.Add(gp_Pnt(bore, 0, z));
  outline.Close();
  gp_Ax1 axis(gp_Pnt(0, 0, 0), gp_Dir(0, 0, 1));
  return BRepPrimAPI_MakeRevol(BRepBuilderAPI_MakeFace(outline.Wire()).Face(), axis).Shape();
}

static TopoDS_Shape loft() {
  BRepOffsetAPI_ThruSections sections(true, one_of(2), 1e-6);
  double height = mm(20, 40);
  for (int i = 0, n = 2 + one_of(2); i < n; i++) {
    gp_Ax2 at(gp_Pnt(mm(-3, 3), mm(-3, 3), i * height), gp_Dir(0, 0, 1));
    gp_Circ circle(at, mm(10, 25));
    sections.AddWire(BRepBuilderAPI_MakeWire(BRepBuilderAPI_MakeEdge(circle).Edge()).Wire());
  }
  sections.Build();
  return sections.Shape();
}

static TopoDS_Shape pipe() {
  Handle(TColgp_HArray1OfPnt) points = new TColgp_HArray1OfPnt(1, 4);
  double x = 0;
  for (int i = 1; i <= 4; i++, x += mm(15, 25)) points->SetValue(i, gp_Pnt(x, mm(-15, 15), mm(-15, 15)));
  Handle(Geom_BSplineCurve) way = spline(points, false);
  gp_Pnt start;
  gp_Vec along;
  way->D1(way->FirstParameter(), start, along);
  gp_Circ circle(gp_Ax2(start, gp_Dir(along)), mm(3, 6));
  TopoDS_Wire wire = BRepBuilderAPI_MakeWire(BRepBuilderAPI_MakeEdge(way).Edge()).Wire();
  return BRepOffsetAPI_MakePipe(wire, face(BRepBuilderAPI_MakeEdge(circle).Edge())).Shape();
}

static TopoDS_Shape cam() {
  int n = 5 + one_of(3);
  Handle(TColgp_HArray1OfPnt) points = new TColgp_HArray1OfPnt(1, n);
  for (int i = 1; i <= n; i++) points->SetValue(i, round_about(mm(18, 32), 2 * M_PI * i / n));
  return up(face(BRepBuilderAPI_MakeEdge(spline(points, true)).Edge()), mm(8, 30));
}

static TopoDS_Shape base() {
  switch (one_of(8)) {
    case 0: words += "box "; return BRepPrimAPI_MakeBox(mm(30, 80), mm(30, 80), mm(8, 50)).Shape();
    case 1: words += "cylinder "; return BRepPrimAPI_MakeCylinder(mm(10, 40), mm(10, 60)).Shape();
    case 2: words += "polygon "; return polygon();
    case 3: words += "turned "; return turned();
    case 4: words += "loft "; return loft();
    case 5: words += "ball "; return BRepPrimAPI_MakeSphere(mm(15, 35)).Shape();
    case 6: words += "pipe "; return pipe();
    default: words += "cam "; return cam();
  }
}

struct Extent {
  double low[3], high[3];
  explicit Extent(const TopoDS_Shape& s) {
    Bnd_Box box;
    BRepBndLib::AddOptimal(s, box, false, false);
    box.Get(low[0], low[1], low[2], high[0], high[1], high[2]);
  }
  double largest() const { return std::max({high[0] - low[0], high[1] - low[1], high[2] - low[2]}); }
  double any(int k) const { return mm(low[k], high[k]); }
  // On the lower side across one axis, or leaned.
  gp_Ax2 place() const {
    int k = one_of(4);
    double p[3] = {any(0), any(1), any(2)}, d[3] = {0, 0, 0};
    p[k % 3] = low[k % 3];
    d[k % 3] = 1;
    if (k == 3) return gp_Ax2(gp_Pnt(p[0], p[1], low[2]), gp_Dir(mm(-1, 1), mm(-1, 1), 1));
    return gp_Ax2(gp_Pnt(p[0], p[1], p[2]), gp_Dir(d[0], d[1], d[2]));
  }
};

static TopoDS_Edge any_edge(const TopoDS_Shape& s) {
  TopTools_IndexedMapOfShape edges;
  TopExp::MapShapes(s, TopAbs_EDGE, edges);
  return TopoDS::Edge(edges(1 + one_of(edges.Extent())));
}

static TopoDS_Shape cut(const TopoDS_Shape& s, const TopoDS_Shape& t) { return BRepAlgoAPI_Cut(s, t).Shape(); }
static TopoDS_Shape join(const TopoDS_Shape& s, const TopoDS_Shape& t) { return BRepAlgoAPI_Fuse(s, t).Shape(); }

static TopoDS_Shape step(const TopoDS_Shape& s) {
  Extent extent(s);
  double big = extent.largest();
  gp_Ax2 at = extent.place();
  gp_Vec along(at.Direction());
  gp_Ax2 before(at.Location().Translated(along * -big * 0.3), at.Direction());
  switch (one_of(11)) {
    case 0: words += "hole "; return cut(s, BRepPrimAPI_MakeCylinder(before, mm(2, 8), big * 2).Shape());
    case 1: {
      words += "blind ";
      double r = mm(2, 7), deep = big * 0.3 + mm(4, 15);
      gp_Ax2 end(before.Location().Translated(along * deep), before.Direction());
      TopoDS_Shape point = BRepPrimAPI_MakeCone(end, r, 0, r * 0.6).Shape();
      return cut(s, join(BRepPrimAPI_MakeCylinder(before, r, deep).Shape(), point));
    }
    case 2: words += "boss "; return join(s, BRepPrimAPI_MakeCylinder(at, mm(4, 12), mm(12, 40)).Shape());
    case 3: words += "pocket "; return cut(s, BRepPrimAPI_MakeBox(at, mm(6, 20), mm(6, 20), mm(4, 12)).Shape());
    case 4: words += "rib "; return join(s, BRepPrimAPI_MakeBox(at, mm(3, 10), mm(10, 30), mm(6, 30)).Shape());
    case 5: words += "ball- "; return cut(s, BRepPrimAPI_MakeSphere(at.Location(), mm(5, 14)).Shape());
    case 6: words += "ball+ "; return join(s, BRepPrimAPI_MakeSphere(at.Location(), mm(5, 14)).Shape());
    case 7: words += "groove "; return cut(s, BRepPrimAPI_MakeTorus(at, mm(8, 16), mm(1.5, 4)).Shape());
    case 8: {
      words += "chamfer ";
      BRepFilletAPI_MakeChamfer chamfer(s);
      chamfer.Add(mm(0.8, 2.5), any_edge(s));
      return chamfer.Shape();
    }
    default: {
      words += "round ";
      BRepFilletAPI_MakeFillet round(s);
      double r = mm(0.8, 3);
      for (int i = 0, n = 1 + one_of(3); i < n; i++) round.Add(r, any_edge(s));
      return round.Shape();
    }
  }
}

static bool sound(const TopoDS_Shape& s) {
  int solids = 0;
  for (TopExp_Explorer e(s, TopAbs_SOLID); e.More(); e.Next()) solids++;
  return !s.IsNull() && solids == 1 && BRepCheck_Analyzer(s).IsValid();
}

static TopoDS_Shape made() {
  TopoDS_Shape part = base();
  for (int i = 0, n = 1 + one_of(6); i < n; i++) {
    try {
      TopoDS_Shape next = step(part);
      if (!sound(next)) continue;
      ShapeUpgrade_UnifySameDomain unify(next, true, true, false);
      unify.Build();
      part = sound(unify.Shape()) ? unify.Shape() : next;
    } catch (...) { // what can't be made is left out
    }
  }
  return part;
}

static void give_up(int) {
  fprintf(stderr, "FAIL\n");
  _exit(3);
}

int main(int count, char** args) {
  if (count < 3) return 2;
  for (int s : {SIGSEGV, SIGALRM, SIGFPE}) signal(s, give_up);
  alarm(60);
  generator.seed(atoi(args[1]));
  TopoDS_Shape part;
  try {
    part = made();
    if (count > 3) part = BRepBuilderAPI_NurbsConvert(part).Shape();
  } catch (...) {
    give_up(0);
  }
  GProp_GProps plain, closely;
  BRepGProp::VolumeProperties(part, plain);
  BRepGProp::VolumeProperties(part, closely, 1e-9);
  TopTools_IndexedMapOfShape faces;
  TopExp::MapShapes(part, TopAbs_FACE, faces);
  freopen("/dev/null", "w", stdout); // the writer talks
  Interface_Static::SetCVal("write.step.schema", "AP214IS");
  STEPControl_Writer writer;
  writer.Transfer(part, STEPControl_AsIs);
  writer.Write(args[2]);
  fprintf(stderr, "OK %d %.6f %.6f | %s\n", faces.Extent(), plain.Mass(), closely.Mass(), words.c_str());
}
