# frozen_string_literal: true

# Sheet-metal recipes for tests, and their flat states.
module SheetMetalHelper
  SM = Nockplane::Modelling::SheetMetal

  # A recipe of features (YAML flow lines) after a base.
  def sheet(base, *features, name: 'Sheet')
    lines = [base, *features].map { |f| "  - {#{f}}\n" }.join
    "nockplane: recipe/1\nname: #{name}\nproperties: {number: S-1, material: DC01}\nfeatures:\n#{lines}"
  end

  # A base plate in the middle of the axes.
  def plate(width, height, thickness: 2, radius: 3, bends: 'k: 0.44')
    "id: base, type: sheet, thickness: #{thickness}, bend_radius: #{radius}, #{bends}, " \
      "profile: {kind: rectangle, width: #{width}, height: #{height}}"
  end

  # A base bent along an open path of its upper side's corners.
  def strip(path, width: 40, thickness: 2, radius: 3, bends: 'k: 0.44', upper: 'left')
    "id: base, type: sheet, on: xz, thickness: #{thickness}, bend_radius: #{radius}, #{bends}, path: #{path}, " \
      "width: #{width}, upper: #{upper}"
  end

  def built(text, refine: 1) =
    Nockplane::Modelling::Builder.build(Nockplane::Modelling::Recipe.parse(text), refine: refine)

  def source = @source ||= Nockplane::Products::Source.new

  def flat(text) = source.flats.of(text)
  def blank(text) = source.flats.blank(text)
  def volume(solid) = Nockplane::Solids::Mass.of(solid).volume
end
