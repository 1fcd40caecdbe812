# frozen_string_literal: true

module App
  # What follows from a new revision: assemblies that stand on the model follow it, and drawings learn what it means for
  # them. It is put on the queue in the transaction that keeps the revision, and found again from what is stored
  # (#overdue).
  module Aftermath
    module_function

    def of(revision)
      model = revision.model
      Queue.once("follow-#{model.id}", Jobs::FollowJob.new(model.id), priority: 2) if following(model).any?
      Queue.once("parts-#{revision.id}", Jobs::PartsJob.new(revision.id), priority: 2) if Parts.behind(revision).any?
      Queue.once("ready-#{model.id}", Jobs::ReadyJob.new(model.id), priority: 8)
      model.drawings.each { |drawing| Standings.recheck(drawing) }
    end

    # Assemblies whose latest revision names the model without asking for a certain revision.
    def following(model)
      naming(model) { |component| component['revision'].nil? }
    end

    # At the start of a worker: assemblies that have not followed, drawings whose standing is not that of what is
    # stored.
    def overdue
      Records::Model
        .where(id: suspects)
        .find_each { |m| Queue.once("catch-up-#{m.id}", Jobs::FollowJob.new(nil, m.id), priority: 2) if behind?(m) }
      Standings.recheck_stale
    end

    # Ids of assemblies that do not name all their parts at the latest revisions: they may have something to follow.
    def suspects
      latest = Records::Revision.group(:model_id).maximum(:number)
      numbers =
        Records::Model
          .pluck(:number, :slug, :id)
          .each_with_object({}) do |(number, slug, id), all|
            all[slug] ||= latest[id]
            all[number] = latest[id] if number
          end
      PartUses.assemblies.select { |_, uses| uses.any? { |u| u.revision != numbers[u.name] } }.keys
    end

    # Assemblies whose latest revision names the model, at whatever revision; with a block, in a component it holds true
    # of.
    def naming(model)
      names = [model.number, model.slug].compact
      Records::Model
        .where(id: PartUses.assemblies.select { |_, uses| uses.any? { |u| names.include?(u.name) } }.keys)
        .where.not(id: model.id)
        .select do |other|
          named =
            components(other).select do |c|
              names.include?(c['model'].to_s) && Records::Model.named(c['model'].to_s)&.id == model.id
            end
          block_given? ? named.any? { |c| yield(c) } : named.any?
        end
    end

    # Those that name it by a certain number.
    def named_by(model, number)
      naming(model).select { |other| components(other).any? { |c| c['model'].to_s == number } }
    end

    # Components of an assembly as its latest revision has them; none of other models and of text that can't be read.
    def components(model)
      text = model.latest&.recipe
      return [] unless text && Nockplane::Modelling::AssemblyRecipe.is?(text)

      Workshop.parse(text).components
    rescue Nockplane::Error
      [] # told where the assembly is shown
    end

    # Does an assembly stand on other revisions than its components have now, and was that not found impossible already?
    def behind?(assembly)
      text = assembly.latest&.recipe
      return false unless text && Nockplane::Modelling::AssemblyRecipe.is?(text)

      pinned = Workshop.pinned(text)
      pinned != text && Records::HoldUp.find_by(model: assembly)&.basis != Records::HoldUp.basis(pinned)
    rescue Nockplane::Error
      false
    end
  end
end
