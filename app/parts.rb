# frozen_string_literal: true

module App
  # Models that are one part (or sub-assembly) of a file.
  module Parts
    module_function

    # [[Records::Model, Modelling::ImportReference], ...] of those that have, or had, a revision from a file; the latest
    # such revision of each.
    def of_file(digest)
      found = Records::Revision.joins(:model).where(models: { removed_at: nil })
      found = found.where('recipe LIKE ?', %(%"file":"#{Records::Revision.sanitize_sql_like(digest)}"%))
      found = found.where('recipe LIKE ?', '%"part":%').order(:number)
      found.to_h { |revision| [revision.model, reference(revision.recipe)] }.to_a
    end

    # Those that stand on the file of the revision before one of all the file, where that was another file.
    def behind(revision)
      before = revision.model.revisions.find_by(number: revision.number - 1)&.recipe
      was, is = [before, revision.recipe].map { |text| reference(text) }
      return [] if was.nil? || is.nil? || was.part || was.file == is.file

      of_file(was.file).select { |model, its| model.latest.recipe == its.to_s }
    end

    def reference(text)
      kind = Nockplane::Modelling::ImportReference
      text && kind.is?(text) ? kind.parse(text) : nil
    end
  end
end
