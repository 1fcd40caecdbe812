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
      @latest = Records::Revision.group(:model_id).maximum(:number)
      ids = Records::Revision.group(:model_id).maximum(:id).values
      @texts = Records::Revision.where(id: ids).pluck(:model_id, :recipe).to_h
      @nodes = {}
      @edges = []
    end

    def references
      @models.each { |m| add(model_node(m)) }
      Records::Template.all.each { |t| add(template_node(t)) }
      Records::Drawing.order(:number).each { |d| drawing(d) }
      @models.each { |m| model(m) }
      Nockplane::Planning::References.new(@nodes.values, @edges)
    end

    private

    def add(node) = @nodes[node.key] ||= node

    def rests(from, to, words, state = 'current', remedy = nil)
      add(to)
      @edges << Edge.new(from: from.key, to: to.key, words: words, state: state, remedy: remedy)
    end

    def model_node(model)
      text = @texts[model.id].to_s
      assembly = Nockplane::Modelling::AssemblyRecipe.is?(text)
      Node.new(
        key: "model/#{model.slug}",
        kind: assembly ? 'assembly' : 'model',
        words: [model.number, model.name].compact.join(' '),
        revision: @latest[model.id],
        href: model.removed_at ? nil : "/models/#{model.slug}",
        gone: !model.removed_at.nil?
      )
    end

    def template_node(template)
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

    def drawing(record)
      value = record.value
      node =
        add(
          Node.new(
            key: "drawing/#{record.slug}",
            kind: 'drawing',
            words: "#{record.number} #{record.title}#{' (series)' if value.meta.series}",
            revision: value.meta.revision,
            href: "/drawings/#{record.slug}"
          )
        )
      value.bindings.each { |b| bound(node, value, b) }
      made_from(node, record)
    end

    def bound(node, value, binding)
      model = @by_id[binding.model] or
        return rests(node, missing('model', "model #{binding.model}"), '', 'broken', REMEDIES[:model])
      shown = value.views.select { |v| v.binding == binding.id }.map(&:revision).uniq.sort
      words = [
        shown.empty? ? 'no view' : "revision #{shown.join(', ')}",
        binding.variant && "variant #{binding.variant}"
      ]
      return rests(node, model_node(model), words.compact.join(', '), 'broken', REMEDIES[:model]) if model.removed_at

      gone = binding.variant && !variants(model).include?(binding.variant)
      state =
        if gone
          'broken'
        elsif !binding.follow
          'pinned'
        else
          shown.all? { |n| n == @latest[model.id] } ? 'current' : 'behind'
        end
      rests(node, model_node(model), words.compact.join(', '), state, gone ? REMEDIES[:variant] : nil)
    end

    def variants(model) = (@variants ||= {})[model.id] ||= Families.variants(model)

    def made_from(node, record)
      return unless record.template_slug

      template = Records::Template.find_by(slug: record.template_slug)
      words = "revision #{record.template_revision}"
      if template.nil? || template.removed_at
        to = template ? template_node(template) : missing('template', record.template_slug)
        return rests(node, to, words, 'broken', REMEDIES[:template])
      end

      current = template.latest.nil? || template.latest.number == record.template_revision
      rests(node, template_node(template), words, current ? 'current' : 'behind')
    end

    def model(record)
      text = @texts[record.id].to_s
      node = model_node(record)
      if Nockplane::Modelling::ImportReference.is?(text)
        file(node, text)
      elsif Nockplane::Modelling::AssemblyRecipe.is?(text)
        parts(node, text)
      end
    end

    def file(node, text)
      reference = Nockplane::Modelling::ImportReference.parse(text)
      there = File.file?(Files.path(reference.file))
      to = Node.new(key: "file/#{reference.file[0, 16]}", kind: 'file', words: reference.name, gone: !there)
      rests(
        node,
        to,
        "#{(reference.bytes / 1024.0).ceil} KB",
        there ? 'current' : 'broken',
        there ? nil : REMEDIES[:file]
      )
    end

    def parts(node, text)
      recipe = Nockplane::Modelling::AssemblyRecipe.parse(text)
      recipe
        .components
        .group_by { |c| [c['model'].to_s, recipe.revision_of(c), c['variant']] }
        .each { |(name, revision, variant), list| part(node, name, revision, variant, list.map { |c| c['id'] }) }
    rescue Nockplane::Modelling::RecipeFault
      nil # told by the model's own page
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
