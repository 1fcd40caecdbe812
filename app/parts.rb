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

    # Those that stand on another file of the model whose revision of all the file this is: that of the revision before,
    # or an earlier one where they could not follow meanwhile.
    def behind(revision)
      is = reference(revision.recipe)
      return [] if is.nil? || is.part

      before = revision.model.revisions.where('number < ?', revision.number).map { |r| reference(r.recipe)&.file }
      found = (before.compact.uniq - [is.file]).flat_map { |digest| of_file(digest) }
      found.select { |model, its| model.latest.recipe == its.to_s }.uniq(&:first)
    end

    def reference(text)
      kind = Nockplane::Modelling::ImportReference
      text && kind.is?(text) ? kind.parse(text) : nil
    end
  end
end
