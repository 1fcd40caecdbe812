# frozen_string_literal: true

module App
  # What refers to what among all that is stored, as a Planning::References: read from rows and texts, nothing is built.
  class ReferenceBook
    Node = Nockplane::Planning::References::Node
    Edge = Nockplane::Planning::References::Edge

    # What can be done about a reference that leads nowhere.
    REMEDIES = {
      model: 'bring the model back from the bin, or point it at another',
      variant: 'the table has no such variant any more: add the row again, or point it at another',
      template: 'move it to another template',
      part: 'give a model that number, or name another in the assembly',
      revision: 'the assembly asks for a revision that is not there; name another',
      file: 'bring the file back from a backup of the data folder'
    }.freeze

    def self.references = new.references

    def initialize
      @models = Records::Model.order(:number, :name).to_a
      @by_id = Records::Model.unscoped.to_a.index_by(&:id)
      heads = Records::Revision.heads
      @latest = heads.transform_values(&:first)
      @heads = heads.transform_values(&:last)
      @families = Records::Revision.families(heads.keys)
      @uses = PartUses.assemblies
      @nodes = {}
      @edges = []
    end

    def references
      @models.each { |m| add(model_node(m)) }
      templates.each_value { |t| add(template_node(t)) }
      drawings
      @models.each { |m| model(m) }
      Nockplane::Planning::References.new(@nodes.values, @edges)
    end

    private

    def add(node) = @nodes[node.key] ||= node

    def rests(from, to, words, state = 'current', remedy = nil)
      add(to)
      @edges << Edge.new(from: from.key, to: to.key, words: words, state: state, remedy: remedy)
    end

    def model_node(model) = (@model_nodes ||= {})[model.id] ||= made_model_node(model)

    def made_model_node(model)
      assembly = Nockplane::Modelling::AssemblyRecipe.is?(@heads[model.id].to_s)
      Node.new(
        key: "model/#{model.slug}",
        kind: assembly ? 'assembly' : 'model',
        words: [model.number, model.name].compact.join(' '),
        revision: @latest[model.id],
        href: model.removed_at ? nil : "/models/#{model.slug}",
        gone: !model.removed_at.nil?
      )
    end

    def template_node(template) = (@template_nodes ||= {})[template.id] ||= made_template_node(template)

    def made_template_node(template)
      Node.new(
        key: "template/#{template.slug}",
        kind: 'template',
        words: template.title,
        revision: template.latest&.number,
        href: "/templates/#{template.slug}",
        gone: !template.removed_at.nil?
      )
    end

    def missing(kind, name) = Node.new(key: "#{kind}/#{name}", kind: kind, words: name, gone: true)

    # What a drawing's node needs of its row.
    Drawn = Struct.new(:id, :slug, :number, :title, :series, :template_slug, :template_revision)

    def drawings
      letters = Records::Property.where(home: 'drawings', name: 'revision').pluck(:slug, :value).to_h
      bound = Records::Binding.order(:id).pluck(:drawing_id, :model_id, :variant, :shown, :follow).group_by(&:first)
      Records::Drawing
        .order(:number)
        .pluck(*Drawn.members)
        .each do |values|
          row = Drawn.new(*values)
          node = add(drawing_node(row, letters[row.slug]))
          (bound[row.id] || []).each { |_, *binding| bound(node, *binding) }
          made_from(node, row)
        end
    end

    def drawing_node(row, letter)
      Node.new(
        key: "drawing/#{row.slug}",
        kind: 'drawing',
        words: "#{row.number} #{row.title}#{' (series)' if row.series}",
        revision: letter,
        href: "/drawings/#{row.slug}"
      )
    end

    # A drawing's binding to a model: variant, the revisions its views show, whether it follows.
    def bound(node, model_id, variant, shown, follow)
      model = @by_id[model_id] or
        return rests(node, missing('model', "model #{model_id}"), '', 'broken', REMEDIES[:model])
      words = [shown.empty? ? 'no view' : "revision #{shown.gsub(',', ', ')}", variant && "variant #{variant}"]
      return rests(node, model_node(model), words.compact.join(', '), 'broken', REMEDIES[:model]) if model.removed_at

      gone = variant && !variants(model).include?(variant)
      state =
        if gone
          'broken'
        elsif !follow
          'pinned'
        else
          shown.split(',').all? { |n| n.to_i == @latest[model.id] } ? 'current' : 'behind'
        end
      rests(node, model_node(model), words.compact.join(', '), state, gone ? REMEDIES[:variant] : nil)
    end

    # Names of a model's variants.
    def variants(model) = Families.names(@families[model.id].to_s)

    def templates = @templates ||= Records::Template.includes(:revisions).index_by(&:slug)

    def made_from(node, row)
      return unless row.template_slug

      template = templates[row.template_slug]
      words = "revision #{row.template_revision}"
      if template.nil? || template.removed_at
        to = template ? template_node(template) : missing('template', row.template_slug)
        return rests(node, to, words, 'broken', REMEDIES[:template])
      end

      to = template_node(template)
      rests(node, to, words, [nil, row.template_revision].include?(to.revision) ? 'current' : 'behind')
    end

    def model(record)
      node = model_node(record)
      (imported = files[record.id]) ? file(node, *imported) : parts(node, @uses[record.id] || [])
    end

    # { model id => [digest of its file, its name, bytes] } of imported models.
    def files
      @files ||=
        Records::Revision.lasting(:files) do
          imports = @heads.select { |_, head| Nockplane::Modelling::ImportReference.is?(head) }.keys
          texts = Records::Revision.newest.where(model_id: imports).pluck(:model_id, :recipe)
          texts.to_h do |id, text|
            reference = Nockplane::Modelling::ImportReference.parse(text)
            [id, [reference.file, reference.name, reference.bytes]]
          end
        end
    end

    def file(node, digest, name, bytes)
      there = File.file?(Files.path(digest))
      to = Node.new(key: "file/#{digest[0, 16]}", kind: 'file', words: name, gone: !there)
      state, remedy = there ? ['current', nil] : ['broken', REMEDIES[:file]]
      rests(node, to, "#{(bytes / 1024.0).ceil} KB", state, remedy)
    end

    def parts(node, uses)
      uses
        .group_by { |u| [u.name, u.revision, u.variant] }
        .each { |(name, revision, variant), list| part(node, name, revision, variant, list.flat_map(&:ids)) }
    end

    def part(node, name, revision, variant, ids)
      words = [
        revision && "revision #{revision}",
        variant && "variant #{variant}",
        ids.first(3).join(', ')
      ].compact.join(', ')
      found = by_name[name] or return rests(node, missing('model', name), words, 'broken', REMEDIES[:part])
      remedy =
        if variant && !variants(found).include?(variant)
          REMEDIES[:variant]
        elsif revision && revision > @latest[found.id]
          REMEDIES[:revision]
        end
      state = remedy ? 'broken' : (revision.nil? || revision == @latest[found.id] ? 'current' : 'behind')
      rests(node, model_node(found), words, state, remedy)
    end

    def by_name
      @by_name ||=
        @models.each_with_object({}) do |m, all|
          all[m.slug] ||= m
          all[m.number] = m if m.number
        end
    end
  end
end
